// A plain training room with something truly upright in it, one camera a view, one figure a picture.
import * as THREE from 'three';
import { figure, posture, splitSquat } from './body.js';

const W = 1120, HGT = 1200;
const renderer = new THREE.WebGLRenderer({ antialias: true, preserveDrawingBuffer: true });
renderer.setPixelRatio(1);
renderer.setSize(W * 2, HGT * 2);
renderer.shadowMap.enabled = true;
renderer.shadowMap.type = THREE.PCFSoftShadowMap;
renderer.toneMapping = THREE.ACESFilmicToneMapping;
renderer.toneMappingExposure = 1.05;

const box = (x, y, z, w, h, d, c, rough = 0.9) => {
  const m = new THREE.Mesh(new THREE.BoxGeometry(w, h, d), new THREE.MeshStandardMaterial({ color: c, roughness: rough }));
  m.position.set(x, y, z); m.castShadow = m.receiveShadow = true;
  return m;
};

function room(job) {
  const s = new THREE.Scene();
  s.background = new THREE.Color(0xcfc8b8);
  const floor = new THREE.Mesh(new THREE.PlaneGeometry(14, 14), new THREE.MeshStandardMaterial({ color: 0x4b5552, roughness: 0.96 }));
  floor.rotation.x = -Math.PI / 2; floor.receiveShadow = true;
  s.add(floor);
  for (let i = -7; i <= 7; i++) { const j = box(i * 1.0 + 0.37, 0.0006, 0, 0.006, 0.001, 14, 0x3d4643); j.castShadow = false; s.add(j); }
  const away = job.view === 'side' ? (job.facing === 'right' ? -1 : 1) : 0;
  const back = new THREE.Group();
  back.add(box(0, 1.6, -1.75, 12, 3.2, 0.1, 0xd2cbbb), box(0, 0.07, -1.69, 12, 0.14, 0.03, 0xb9b09c), box(0, 1.02, -1.69, 12, 0.035, 0.02, 0xc1b9a6));
  // The uprights of a rack: dark wood, plumb.
  back.add(box(0.9, 1.2, -1.45, 0.085, 2.4, 0.085, 0x6d4a35, 0.7), box(-1.62, 1.2, -1.45, 0.085, 2.4, 0.085, 0x6d4a35, 0.7));
  for (let i = 0; i < 6; i++) back.add(box(-2.25, 0.5 + i * 0.22, -1.62, 1.0, 0.035, 0.035, 0xa98a64, 0.6));
  if (job.view === 'side') { if (away > 0) back.rotation.y = Math.PI; } else back.rotation.y = job.view === 'front' ? Math.PI / 2 * 1 : -Math.PI / 2;
  back.position.x = job.middle ?? 0;
  s.add(back);
  s.add(new THREE.HemisphereLight(0xfdf6e8, 0x6a6f68, 1.25));
  const sun = new THREE.DirectionalLight(0xfff2dd, 2.3);
  const toCam = job.view === 'side' ? new THREE.Vector3(0, 0, -away) : new THREE.Vector3(job.view === 'front' ? 1 : -1, 0, 0);
  sun.position.copy(toCam.clone().multiplyScalar(2.6)).add(new THREE.Vector3(job.view === 'side' ? 1.7 * -away : 0.2, 3.6, job.view === 'side' ? 0 : 1.4));
  sun.castShadow = true;
  sun.shadow.mapSize.set(4096, 4096); sun.shadow.radius = 7; sun.shadow.blurSamples = 20; sun.shadow.bias = -0.0004; sun.shadow.normalBias = 0.012;
  Object.assign(sun.shadow.camera, { left: -2.2, right: 2.2, top: 2.2, bottom: -2.2, near: 0.5, far: 9 });
  s.add(sun, sun.target);
  const fill = new THREE.DirectionalLight(0xd9e6ee, 0.5);
  fill.position.copy(toCam.clone().multiplyScalar(2)).add(new THREE.Vector3(-1.5, 1.2, -0.6));
  s.add(fill);
  return { s, toCam };
}

async function draw(job) {
  const pose = (job.pose.knee === undefined ? splitSquat : posture)({ ...job.pose, stature: job.look.stature, front: job.front });
  const middle = job.view === 'side' ? pose.pelvis.x + 0.03 : pose.pelvis.x;
  const { s, toCam } = room({ ...job, middle });
  const person = figure(pose, job.look);
  s.add(person);
  if (pose.raise > 0) s.add(box(pose.frontAnkle.x + 0.05, pose.raise / 2, pose.frontAnkle.z, 0.46, pose.raise, 0.2, 0x9a7a52, 0.8));
  else s.add(box(job.pad ?? pose.rearKnee.x, 0.0125, pose.rearKnee.z, 0.26, 0.025, 0.24, 0x7d8f86, 0.95));
  person.updateMatrixWorld(true);
  const camera = new THREE.PerspectiveCamera(17, W / HGT, 0.1, 30);
  camera.position.copy(toCam).multiplyScalar((job.away ?? 3.2) * job.look.stature).add(new THREE.Vector3(job.view === 'side' ? middle : pose.pelvis.x, (job.eye ?? 0.37) * job.look.stature, 0));
  camera.lookAt(job.view === 'side' ? middle : camera.position.x - toCam.x, (job.eye ?? 0.37) * job.look.stature, 0);
  renderer.render(s, camera);
  const small = Object.assign(document.createElement('canvas'), { width: W, height: HGT });
  const c = small.getContext('2d');
  c.imageSmoothingQuality = 'high';
  c.drawImage(renderer.domElement, 0, 0, W, HGT);
  camera.updateMatrixWorld(true);
  const px = (v) => { const p = v.clone().project(camera); return [+(((p.x + 1) / 2) * W).toFixed(2), +(((1 - p.y) / 2) * HGT).toFixed(2)]; };
  const blob = await new Promise((r) => small.toBlob(r, 'image/webp', 0.86));
  // The post in the picture, where the room has been turned to.
  const post = job.view === 'side' ? [middle + 0.9 * (toCam.z > 0 ? 1 : -1), -1.45 * Math.sign(toCam.z || 1)] : job.view === 'front' ? [middle - 1.45, -0.9] : [middle + 1.45, 0.9];
  const truth = {
    file: `${job.name}.webp`, view: job.view, front: job.front, facing: job.facing, width: W, height: HGT, person: job.person,
    shinDegrees: job.pose.shin, trunkDegrees: job.pose.trunk ?? 6, kneeInCm: 100 * (job.pose.kneeIn ?? 0), pelvisDropDegrees: job.pose.pelvisDrop ?? 0,
    moment: job.moment ?? 'bottom',
    points: Object.fromEntries(Object.entries(job.view === 'side'
      ? { ankle: pose.frontAnkle, knee: pose.frontKnee, toe: pose.toe, heel: pose.heel, hip: pose.frontHip, shoulder: pose.neck, ear: pose.ear, rearKnee: pose.rearKnee, rearAnkle: pose.rearAnkle, rearToe: pose.rearToe }
      : {
          ankle: pose.frontAnkle, knee: pose.frontKnee, toe: pose.toe, heel: pose.heel, hip: pose.frontHip, freeHip: pose.rearHip, rearKnee: pose.rearKnee, rearAnkle: pose.rearAnkle,
          workingPelvis: job.view === 'back' ? pose.workingTop : pose.workingAsis, freePelvis: job.view === 'back' ? pose.freeTop : pose.freeAsis,
          workingShoulder: pose.workingShoulder, freeShoulder: pose.freeShoulder,
        }).map(([name, at]) => [name, px(at)])),
    upright: [0.95, 1.3].map((y) => px(new THREE.Vector3(post[0], y, post[1]))),
  };
  await fetch('/keep', { method: 'POST', headers: { 'x-truth': JSON.stringify(truth) }, body: blob });
  s.traverse((o) => { o.geometry?.dispose(); });
}

const jobs = await (await fetch('/jobs')).json();
try {
  for (const job of jobs) await draw(job);
  await fetch('/done', { method: 'POST' });
} catch (e) {
  await fetch('/done', { method: 'POST', body: String(e.stack ?? e) });
}
