// One figure a picture, with the truth of it.
import * as THREE from 'three';
import { figure, posture, splitSquat } from './body.js';
import { box, drawer, room } from './room.js';

const W = 1120, HGT = 1200;
const renderer = drawer(W * 2, HGT * 2);

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
