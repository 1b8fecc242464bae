// A figure that moves, frame by frame, as a phone would film it; and what is true of it at every repetition.
import { BufferTarget, CanvasSource, Output, WebMOutputFormat } from 'mediabunny';
import * as THREE from 'three';
import { figure, splitSquatAt } from './body.js';
import { box, drawer, room } from './room.js';

/** Share of a phase that is gone by in a share of its time: speeds up, goes on evenly, slows down. */
const eased = (u) => { const x = Math.min(1, Math.max(0, u)); return x * x * x * (10 - 15 * x + 6 * x * x); };

/** How deep it is at an instant, 0 standing and 1 at the bottom, and whether it is on the way up. */
function depthAt(clip, seconds) {
  const [down, hold, up, rest] = clip.tempo, whole = down + hold + up + rest, before = clip.before ?? 0.7;
  const t = seconds - before;
  if (t < 0) return 0;
  const within = t - Math.floor(t / whole) * whole;
  if (Math.floor(t / whole) >= clip.repetitions) return 0;
  if (within < down) return eased(within / down);
  if (within < down + hold) return 1;
  return 1 - eased((within - down - hold) / up);
}

/** On the shirt and not in the body: a little ahead of the bone and above the crease. */
const stuckOn = ({ look }) => new THREE.Vector3(0.05 * look.stature, 0.018 * look.stature, 0);

/** The posture at a depth; a fault grows from where it sets in to the bottom. */
function poseAt(clip, u) {
  const since = (from) => Math.max(0, (u - (from ?? 0)) / (1 - (from ?? 0)));
  return splitSquatAt(u, {
    stature: clip.look.stature, front: clip.front, shinBottom: clip.shin, shin: 2 + (clip.shin - 2) * u, trunk: 4 + (clip.trunk - 4) * u,
    kneeIn: (clip.kneeIn ?? 0) * since(clip.kneeFrom), pelvisDrop: (clip.drop ?? 0) * since(clip.dropFrom),
  });
}

async function film(clip) {
  const { width, height, rate } = clip, [down, hold, up, rest] = clip.tempo, whole = down + hold + up + rest, before = clip.before ?? 0.7;
  const seconds = before + clip.repetitions * whole - rest + (clip.after ?? 0.7);
  const renderer = drawer(width * 1.25, height * 1.25), small = new OffscreenCanvas(width, height), c = small.getContext('2d');
  c.imageSmoothingQuality = 'high';
  const output = new Output({ format: new WebMOutputFormat(), target: new BufferTarget() });
  const source = new CanvasSource(small, { codec: 'vp9', bitrate: 600_000, latencyMode: 'quality' });
  output.addVideoTrack(source, { frameRate: rate });
  await output.start();
  const middle = poseAt(clip, 0.6).pelvis.x;
  const { s, toCam } = room({ ...clip, middle });
  const bottom = poseAt(clip, 1);
  s.add(box(bottom.rearKnee.x, 0.0125, bottom.rearKnee.z, 0.26, 0.025, 0.24, 0x7d8f86, 0.95));
  const camera = new THREE.PerspectiveCamera(24, width / height, 0.1, 30), eye = 0.5 * clip.look.stature;
  camera.position.copy(toCam).multiplyScalar(3.2 * clip.look.stature).add(new THREE.Vector3(middle, eye, 0));
  camera.lookAt(middle, eye, 0);
  camera.updateMatrixWorld(true);
  const px = (v) => { const p = v.clone().project(camera); return [+(((p.x + 1) / 2) * width).toFixed(1), +(((1 - p.y) / 2) * height).toFixed(1)]; };
  const dots = clip.stickers ? [0xff2fa8, 0x19e3d0].map((color) => {
    const dot = new THREE.Mesh(new THREE.SphereGeometry(0.017, 24, 18), new THREE.MeshBasicMaterial({ color }));
    s.add(dot);
    return dot;
  }) : [];
  const points = [];
  for (let i = 0; i < Math.round(seconds * rate); i++) {
    const pose = poseAt(clip, depthAt(clip, i / rate)), person = figure(pose, clip.look);
    s.add(person);
    dots[0]?.position.copy(pose.workingAsis).add(stuckOn(clip));
    dots[1]?.position.copy(pose.freeAsis).add(stuckOn(clip));
    person.updateMatrixWorld(true);
    renderer.render(s, camera);
    c.drawImage(renderer.domElement, 0, 0, width, height);
    await source.add(i / rate, 1 / rate);
    points.push(Object.fromEntries(Object.entries({ ankle: pose.frontAnkle, knee: pose.frontKnee, hip: pose.frontHip, workingPelvis: dots[0]?.position, freePelvis: dots[1]?.position }).flatMap(([name, at]) => (at ? [[name, px(at)]] : []))));
    s.remove(person);
    person.traverse((o) => { o.geometry?.dispose(); o.material?.dispose?.(); });
  }
  await output.finalize();
  renderer.dispose();
  renderer.forceContextLoss();
  const at = (rep) => before + rep * whole;
  const rounded = (n) => +n.toFixed(3);
  const truth = {
    name: clip.name, person: clip.person, view: clip.view, front: clip.front, facing: clip.facing, width, height, rate, seconds: rounded(seconds), stature: clip.look.stature,
    shinDegrees: clip.shin, trunkDegrees: clip.trunk, kneeInCm: rounded(100 * (clip.kneeIn ?? 0)), pelvisDropDegrees: clip.drop ?? 0, kneeFrom: clip.kneeFrom ?? 0, dropFrom: clip.dropFrom ?? 0,
    kneeBendDegrees: rounded(kneeBend(bottom)),
    repetitions: Array.from({ length: clip.repetitions }, (_, i) => ({ start: rounded(at(i)), arrival: rounded(at(i) + down), leaving: rounded(at(i) + down + hold), end: rounded(at(i) + down + hold + up) })),
    depth: Array.from({ length: points.length }, (_, i) => rounded(depthAt(clip, i / rate))),
    // Where the stickers are in the frame of the first bottom, the working side first.
    bottomPelvis: clip.stickers ? ['workingPelvis', 'freePelvis'].map((name) => points[Math.round((before + down + hold / 2) * rate)][name]) : null,
  };
  await fetch('/keep', { method: 'POST', headers: { 'x-truth': JSON.stringify(truth) }, body: output.target.buffer });
}

/** How far a knee is bent, degrees, 0 straight. */
function kneeBend(pose) {
  const a = pose.frontHip.clone().sub(pose.frontKnee), b = pose.frontAnkle.clone().sub(pose.frontKnee);
  return 180 - (a.angleTo(b) * 180) / Math.PI;
}

try {
  for (const clip of await (await fetch('/jobs')).json()) await film(clip);
  await fetch('/done', { method: 'POST' });
} catch (e) {
  await fetch('/done', { method: 'POST', body: String(e.stack ?? e) });
}
