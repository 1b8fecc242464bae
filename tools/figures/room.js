// A plain training room with something truly upright in it, one camera a view.
import * as THREE from 'three';

/** What draws, twice as fine as what is kept. */
export function drawer(width, height) {
  const renderer = new THREE.WebGLRenderer({ antialias: true, preserveDrawingBuffer: true });
  renderer.setPixelRatio(1);
  renderer.setSize(width, height);
  renderer.shadowMap.enabled = true;
  renderer.shadowMap.type = THREE.PCFSoftShadowMap;
  renderer.toneMapping = THREE.ACESFilmicToneMapping;
  renderer.toneMappingExposure = 1.05;
  return renderer;
}

/** A block of the room. */
export const box = (x, y, z, w, h, d, c, rough = 0.9) => {
  const m = new THREE.Mesh(new THREE.BoxGeometry(w, h, d), new THREE.MeshStandardMaterial({ color: c, roughness: rough }));
  m.position.set(x, y, z); m.castShadow = m.receiveShadow = true;
  return m;
};

/** The room as a camera sees it, turned to where it stands. */
export function room(job) {
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
