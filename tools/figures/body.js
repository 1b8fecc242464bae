// A clothed figure built from numbers. Metres; x ahead, y up, z towards the client's own right.
import * as THREE from 'three';

const V = (x, y, z = 0) => new THREE.Vector3(x, y, z);
const rad = (d) => (d * Math.PI) / 180;

/** Joint positions of a split squat from stature, front shin, rear thigh, rear knee height and trunk lean: the bends follow from the height. */
export function splitSquat({ stature: H, shin, rearThigh = 0, kneeHeight = 0.075, trunk = 6, ...rest }) {
  const h = 0.039 * H, s = 0.246 * H, t = 0.245 * H, L = 0.152 * H, b = 0.47 * L, r = Math.hypot(b, h), beta = Math.atan2(h, b);
  const hipY = kneeHeight + t * Math.cos(rad(rearThigh));
  const alpha = Math.asin((hipY - h - s * Math.cos(rad(shin))) / t) * 180 / Math.PI;
  const psi = Math.acos((kneeHeight - r * Math.sin(beta + rad(60))) / s) * 180 / Math.PI;
  return posture({ stature: H, shin, knee: 90 + shin - alpha, trunk, rearThigh, rearShank: psi, rearPitch: 60, ...rest });
}

/**
 * Joint positions on the way from standing in the stance (0) to the bottom of a split squat (1): both feet stay where they are at
 * the bottom, the shin goes along with the depth, the rear heel lifts. `shin`, `trunk`, `kneeIn`, `pelvisDrop` as they are now.
 */
export function splitSquatAt(u, { stature: H, shinBottom, shin, trunk, front = 'right', pelvisDrop = 0, kneeIn = 0 }) {
  const h = 0.039 * H, s = 0.246 * H, t = 0.245 * H, L = 0.152 * H, b = 0.47 * L, r = Math.hypot(b, h), beta = Math.atan2(h, b);
  const low = splitSquat({ stature: H, shin: shinBottom, trunk: 0, front });
  const ballX = low.rearAnkle.x + r * Math.cos(beta + rad(60));
  // As tall as the rear leg lets it, the front knee a little bent.
  const rearAt = (theta) => [ballX - r * Math.cos(beta + theta), r * Math.sin(beta + theta)];
  const hipAt = (y, phi) => { const k = [s * Math.sin(phi), h + s * Math.cos(phi)], a = Math.asin(Math.max(-1, Math.min(1, (y - k[1]) / t))); return { k, a, x: k[0] - t * Math.cos(a) }; };
  let top = low.pelvis.y;
  for (let y = low.pelvis.y; y < h + s + t * 0.985; y += 0.002) {
    const [ax, ay] = rearAt(rad(35)), hip = hipAt(y, rad(2));
    if (Math.hypot(hip.x - ax, y - ay) > 0.985 * (s + t)) break;
    top = y;
  }
  const y = top + u * (low.pelvis.y - top), hip = hipAt(y, rad(shin));
  const theta = rad(35 + 25 * u), [ax, ay] = rearAt(theta);
  const d = Math.min(Math.hypot(hip.x - ax, y - ay), 0.999 * (s + t)), along = Math.atan2(y - ay, hip.x - ax);
  const knee = along - Math.acos((s * s + d * d - t * t) / (2 * s * d));
  const rk = [ax + s * Math.cos(knee), ay + s * Math.sin(knee)];
  const deg = (a) => (a * 180) / Math.PI;
  return posture({
    stature: H, shin, knee: 90 + shin - deg(hip.a), trunk, front, pelvisDrop, kneeIn, rearPitch: deg(theta),
    rearThigh: deg(Math.atan2(hip.x - rk[0], y - rk[1])), rearShank: deg(Math.atan2(rk[0] - ax, rk[1] - ay)),
  });
}

/** Joint positions from the bends themselves, the working foot on the floor or on a box. Degrees; the thigh and shank of the other leg from vertical, + behind. */
export function posture({ stature: H, shin, knee: bend, trunk = 6, rearThigh = 0, rearShank = 90, rearPitch = 0, front = 'right', pelvisDrop = 0, kneeIn = 0, raise = 0, freeOut = 0 }) {
  const h = 0.039 * H, s = 0.246 * H, t = 0.245 * H, L = 0.152 * H, b = 0.47 * L, r = Math.hypot(b, h), beta = Math.atan2(h, b);
  const half = 0.05 * H, zf = front === 'right' ? half : -half, sign = Math.sign(zf);
  const [phi, rho, psi, lam, theta, drop] = [shin, rearThigh, rearShank, trunk, rearPitch, pelvisDrop].map(rad);
  const alpha = rad(90 + shin - bend);
  const ankle = [0, h + raise], knee = [s * Math.sin(phi), ankle[1] + s * Math.cos(phi)];
  const hip = [knee[0] - t * Math.cos(alpha), knee[1] + t * Math.sin(alpha)];
  // The free leg may go out to its side, or (below 0) across behind the other.
  const out = rad(freeOut), outward = (length) => -sign * length * Math.sin(out);
  const rearKnee = [hip[0] - t * Math.sin(rho), hip[1] - t * Math.cos(rho) * Math.cos(out)];
  const rearAnkle = [rearKnee[0] - s * Math.sin(psi), rearKnee[1] - s * Math.cos(psi) * Math.cos(out)];
  const shoulder = [hip[0] + 0.288 * H * Math.sin(lam), hip[1] + 0.288 * H * Math.cos(lam)];
  // The knee may come off its line and the pelvis tip: the free hip goes down, the working one stays on its leg.
  const low = Math.sin(drop) * half;
  const pelvis = V(hip[0], hip[1] - low, 0);
  const onPelvis = (x, y, z) => V(hip[0] + x * H, pelvis.y + y * H + sign * z * Math.sin(drop) * H, z * Math.cos(drop) * H);
  const ball = [rearAnkle[0] + r * Math.cos(beta + theta), rearAnkle[1] - r * Math.sin(beta + theta)];
  const ear = headOf(pelvis, lam, H).face(-0.006, -0.002);
  return {
    H, L, front, lam, drop: sign * drop, raise, rearPitch: theta, pelvis, neck: V(shoulder[0], shoulder[1], 0), ear,
    frontAnkle: V(ankle[0], ankle[1], zf), frontKnee: V(knee[0], knee[1], zf - sign * kneeIn), frontHip: V(hip[0], hip[1], zf * 0.95),
    rearHip: V(hip[0], hip[1] - 2 * low, -zf * 0.95), rearKnee: V(rearKnee[0], rearKnee[1] - 2 * low, -zf + outward(t)), rearAnkle: V(rearAnkle[0], rearAnkle[1] - 2 * low, -zf + outward(t + s)),
    // The front points of the pelvis a little above and ahead of the hip joints, the tops of the hip bones above and behind.
    workingAsis: onPelvis(0.05, 0.055, sign * 0.068), freeAsis: onPelvis(0.05, 0.055, -sign * 0.068),
    workingTop: onPelvis(-0.03, 0.06, sign * 0.08), freeTop: onPelvis(-0.03, 0.06, -sign * 0.08),
    workingShoulder: V(shoulder[0], shoulder[1] - 0.02 * H, sign * 0.115 * H), freeShoulder: V(shoulder[0], shoulder[1] - 0.02 * H, -sign * 0.115 * H),
    toe: V(ankle[0] + 0.75 * L, raise, zf), heel: V(ankle[0] - 0.25 * L, raise, zf), rearToe: V(ball[0] + 0.28 * L, Math.max(0, ball[1] - 2 * low), -zf + outward(t + s)),
  };
}

/** The head, nearer to level than the trunk: its own directions, and a place on it ahead, up and across, in statures. */
function headOf(pelvis, lam, H) {
  const up = V(Math.sin(lam), Math.cos(lam)), ahead = V(Math.cos(lam), -Math.sin(lam)), across = V(0, 0, 1);
  const headUp = V(Math.sin(lam * 0.4), Math.cos(lam * 0.4)), headAhead = V(headUp.y, -headUp.x);
  const base = pelvis.clone().addScaledVector(up, 0.3 * H).addScaledVector(ahead, -0.002 * H);
  const skull = base.clone().addScaledVector(headUp, 0.091 * H).addScaledVector(headAhead, 0.012 * H);
  const face = (f, u, z = 0) => skull.clone().addScaledVector(headAhead, f * H).addScaledVector(headUp, u * H).addScaledVector(across, z * H);
  return { headUp, headAhead, base, skull, face };
}

const skinMaterial = (c) => new THREE.MeshPhysicalMaterial({ color: c, roughness: 0.62, sheen: 0.25, sheenRoughness: 0.6, sheenColor: new THREE.Color(c).offsetHSL(0, 0.05, 0.1) });
const cloth = (c, roughness = 0.92) => new THREE.MeshPhysicalMaterial({ color: c, roughness, sheen: 0.5, sheenRoughness: 0.8, sheenColor: new THREE.Color(c).offsetHSL(0, -0.1, 0.12), side: THREE.DoubleSide });

/** A smooth closed skin through elliptical sections: [{at, w (across), d (deep), ahead}] from low to high. */
function loft(sections, { across, deep }, material, steps = 72, around = 56) {
  const at = new THREE.CatmullRomCurve3(sections.map((q) => q.at), false, 'centripetal');
  const read = (key, u) => {
    const x = u * (sections.length - 1), i = Math.min(sections.length - 2, Math.floor(x)), f = x - i;
    const g = (k) => sections[Math.max(0, Math.min(sections.length - 1, k))][key] ?? 0;
    const [p0, p1, p2, p3] = [g(i - 1), g(i), g(i + 1), g(i + 2)];
    return 0.5 * (2 * p1 + (p2 - p0) * f + (2 * p0 - 5 * p1 + 4 * p2 - p3) * f * f + (3 * p1 - p0 - 3 * p2 + p3) * f * f * f);
  };
  const positions = [], index = [];
  for (let i = 0; i <= steps; i++) {
    const u = i / steps, c = at.getPoint(u), w = Math.max(0.001, read('w', u)), d = Math.max(0.001, read('d', u)), k = read('ahead', u), sq = 0.85;
    for (let j = 0; j <= around; j++) {
      const a = (j / around) * Math.PI * 2;
      // A slightly squared ellipse sits better as a body than a pure one.
      const ca = Math.sign(Math.cos(a)) * Math.abs(Math.cos(a)) ** sq, sa = Math.sign(Math.sin(a)) * Math.abs(Math.sin(a)) ** sq;
      const p = c.clone().addScaledVector(across, sa * w).addScaledVector(deep, ca * d + k);
      positions.push(p.x, p.y, p.z);
    }
  }
  const row = around + 1;
  for (let i = 0; i < steps; i++) for (let j = 0; j < around; j++) index.push(i * row + j, (i + 1) * row + j, i * row + j + 1, (i + 1) * row + j, (i + 1) * row + j + 1, i * row + j + 1);
  for (const [end, flip] of [[0, true], [steps, false]]) {
    const c = at.getPoint(end / steps).addScaledVector(deep, read('ahead', end / steps)), n = positions.length / 3;
    positions.push(c.x, c.y, c.z);
    for (let j = 0; j < around; j++) index.push(...(flip ? [n, end * row + j, end * row + j + 1] : [n, end * row + j + 1, end * row + j]));
  }
  const g = new THREE.BufferGeometry();
  g.setAttribute('position', new THREE.Float32BufferAttribute(positions, 3));
  g.setIndex(index);
  g.computeVertexNormals();
  // The seam's two edges share one place and must share one normal.
  const nrm = g.attributes.normal;
  for (let i = 0; i <= steps; i++) {
    const [p, q] = [i * row, i * row + around], m = V(nrm.getX(p) + nrm.getX(q), nrm.getY(p) + nrm.getY(q), nrm.getZ(p) + nrm.getZ(q)).normalize();
    nrm.setXYZ(p, m.x, m.y, m.z); nrm.setXYZ(q, m.x, m.y, m.z);
  }
  const mesh = new THREE.Mesh(g, material);
  mesh.castShadow = mesh.receiveShadow = true;
  return mesh;
}

/** A limb from a to b: radii (across, deep) along it, and how far the flesh lies ahead of the bone. */
function limb(a, b, profile, material, facing = V(1, 0, 0)) {
  const dir = b.clone().sub(a).normalize();
  const across = new THREE.Vector3().crossVectors(facing, dir).normalize(), deep = new THREE.Vector3().crossVectors(dir, across).normalize();
  return loft(profile.map(([u, w, d = w, ahead = 0]) => ({ at: a.clone().lerp(b, u), w, d, ahead })), { across, deep }, material, 40, 36);
}

function ball(at, rx, ry, rz, material, turn) {
  const m = new THREE.Mesh(new THREE.SphereGeometry(1, 48, 36), material);
  m.position.copy(at); m.scale.set(rx, ry, rz);
  if (turn) m.rotation.set(...turn);
  m.castShadow = m.receiveShadow = true;
  return m;
}

function twoBones(a, b, l1, l2, hint) {
  const d = b.clone().sub(a), len = Math.min(d.length(), l1 + l2 - 1e-4), u = d.normalize();
  const x = (l1 * l1 - l2 * l2 + len * len) / (2 * len), y = Math.sqrt(Math.max(0, l1 * l1 - x * x));
  const side = hint.clone().addScaledVector(u, -hint.dot(u)).normalize();
  return a.clone().addScaledVector(u, x).addScaledVector(side, y);
}

function shoe(group, ankle, L, pitch, look, toeBend) {
  const g = new THREE.Group(), h = 0.039 / 0.152 * L, upper = cloth(look.shoe, 0.7), sole = cloth(look.sole, 0.8);
  const bodyOf = (list, material) => loft(list.map(([x, y, w, d]) => ({ at: V(x * L, y * L), w: w * L, d: d * L })), { across: V(0, 0, 1), deep: V(0, 1, 0) }, material, 48, 40);
  const heelX = -0.25, split = 0.47;
  // Heel to ball; the toe box is its own piece, so that it can stay flat while the heel rises.
  g.add(bodyOf([[heelX - 0.02, 0.02, 0.03, 0.03], [heelX, 0.03, 0.14, 0.12], [heelX + 0.14, 0.03, 0.165, 0.16], [0.1, 0.01, 0.16, 0.15], [0.3, -0.05, 0.175, 0.11], [split, -0.08, 0.19, 0.085], [split + 0.06, -0.085, 0.18, 0.075]].map(([x, y, w, d]) => [x, y - 0.1, w, d]), upper));
  g.add(bodyOf([[heelX - 0.03, 0, 0.03, 0.02], [heelX, 0, 0.155, 0.045], [0, 0, 0.165, 0.04], [0.3, 0, 0.18, 0.04], [split + 0.03, 0, 0.195, 0.04]].map(([x, , w, d]) => [x, -h / L + 0.035, w, d]), sole));
  const toes = new THREE.Group();
  toes.position.set(split * L, -h, 0);
  toes.add(bodyOf([[-0.06, 0.1, 0.17, 0.08], [0.06, 0.1, 0.19, 0.085], [0.2, 0.09, 0.16, 0.07], [0.27, 0.08, 0.1, 0.05], [0.3, 0.07, 0.03, 0.02]], upper));
  toes.add(bodyOf([[-0.05, 0.035, 0.19, 0.04], [0.1, 0.035, 0.195, 0.04], [0.24, 0.038, 0.14, 0.036], [0.3, 0.045, 0.05, 0.02]], sole));
  toes.rotation.z = toeBend;
  g.add(toes);
  g.position.copy(ankle);
  g.rotation.z = -pitch;
  group.add(g);
}

/** The figure. `look`: skin, hair, shirt, shorts, sock, shoe, sole, build (1 slim … 1.25 broad), hairStyle. */
export function figure(pose, look) {
  const g = new THREE.Group(), { H, L } = pose, B = look.build ?? 1;
  const skin = skinMaterial(look.skin), shirt = cloth(look.shirt), shorts = cloth(look.shorts), sock = cloth(look.sock), hair = cloth(look.hair, 0.75);
  const up = V(Math.sin(pose.lam), Math.cos(pose.lam)), ahead = V(Math.cos(pose.lam), -Math.sin(pose.lam)), across = V(0, 0, 1);
  const along = (k, f = 0, z = 0) => pose.pelvis.clone().addScaledVector(up, k * H).addScaledVector(ahead, f * H).addScaledVector(across, z * H);

  for (const [hip, knee, ankle, rear] of [[pose.frontHip, pose.frontKnee, pose.frontAnkle, false], [pose.rearHip, pose.rearKnee, pose.rearAnkle, true]]) {
    const kneeAhead = rear ? V(1, 0.2) : V(1, 0.6);
    g.add(limb(hip, knee, [[-0.02, 0.052 * B, 0.056 * B, 0], [0.1, 0.052 * B, 0.056 * B, 0], [0.35, 0.046 * B, 0.051 * B, 0.004], [0.7, 0.036 * B, 0.04 * B, 0.003], [0.9, 0.032, 0.0345, 0.001], [1.0, 0.0305, 0.032, 0], [1.05, 0.027, 0.028, 0], [1.09, 0.0185, 0.019, 0], [1.112, 0.003, 0.003, 0]].map(([u, w, d, k]) => [u, w * H, d * H, k * H]), skin, kneeAhead));
    const shinAhead = rear ? V(0.6, -1) : V(1, 0);
    g.add(limb(knee, ankle, [[-0.112, 0.003, 0.003, 0], [-0.09, 0.0185, 0.019, 0], [-0.05, 0.027, 0.028, 0], [0, 0.0303, 0.032, 0], [0.12, 0.0295, 0.0325, -0.003], [0.3, 0.0325 * B, 0.037 * B, -0.009], [0.5, 0.028 * B, 0.031 * B, -0.007], [0.75, 0.021, 0.023, -0.003], [0.95, 0.019, 0.022, 0], [1.05, 0.018, 0.02, 0]].map(([u, w, d, k]) => [u, w * H, d * H, k * H]), skin, shinAhead));
    g.add(ball(knee.clone().add(rear ? V(0.003 * H, -0.002 * H) : V(0.004 * H, 0.003 * H)), 0.0312 * H, 0.0312 * H, 0.0302 * H, skin));
    g.add(limb(knee, ankle, [[0.8, 0.0225, 0.0245, -0.002], [0.83, 0.0235, 0.0255, -0.002], [0.95, 0.0225, 0.0245, 0], [1.06, 0.0225, 0.0255, 0]].map(([u, w, d, k]) => [u, w * H, d * H, k * H]), sock, shinAhead));
    // Shorts: looser than the thigh, down to above the knee.
    g.add(limb(hip, knee, [[-0.16, 0.05 * B, 0.055 * B, 0], [0.02, 0.0585 * B, 0.064 * B, 0], [0.3, 0.056 * B, 0.06 * B, 0.002], [0.5, 0.053 * B, 0.056 * B, 0.003], [0.62, 0.0515 * B, 0.054 * B, 0.002], [0.635, 0.049 * B, 0.0515 * B, 0.002]].map(([u, w, d, k]) => [u, w * H, d * H, k * H]), shorts, kneeAhead));
    shoe(g, ankle, L, rear ? pose.rearPitch : 0, look, rear ? pose.rearPitch : 0);
  }

  const deep = ahead;
  const tipped = V(0, Math.sin(pose.drop), Math.cos(pose.drop));
  g.add(loft([[-0.075, 0.06, 0.045, -0.004], [-0.045, 0.092, 0.068, -0.012], [0, 0.1, 0.074, -0.014], [0.045, 0.092, 0.062, -0.004], [0.075, 0.084, 0.055, 0]].map(([k, w, d, f]) => ({ at: along(k), w: w * B * H, d: d * B * H, ahead: f * H })), { across: tipped, deep }, shorts));
  g.add(loft([[0.025, 0.094, 0.063, -0.004], [0.045, 0.093, 0.0625, -0.002], [0.09, 0.083, 0.056, 0], [0.14, 0.083, 0.058, 0.002], [0.2, 0.093, 0.066, 0.004], [0.245, 0.099, 0.067, 0.002], [0.275, 0.096, 0.058, -0.002], [0.298, 0.074, 0.045, -0.004], [0.312, 0.04, 0.036, -0.004]].map(([k, w, d, f]) => ({ at: along(k), w: w * B * H, d: d * B * H, ahead: f * H })), { across, deep }, shirt, 96, 64));
  const { headUp, headAhead, base, skull, face } = headOf(pose.pelvis, pose.lam, H);
  g.add(limb(base.clone().addScaledVector(headUp, -0.01 * H), skull, [[0, 0.036], [0.35, 0.0315], [0.8, 0.0305], [1, 0.028]].map(([u, w]) => [u, w * H * Math.sqrt(B)]), skin));
  const headTurn = [0, 0, -pose.lam * 0.4];
  g.add(loft([[-0.062, 0.012, 0.016, 0.022], [-0.052, 0.027, 0.03, 0.016], [-0.03, 0.037, 0.043, 0.006], [0, 0.0425, 0.0525, 0], [0.03, 0.0425, 0.0545, -0.003], [0.05, 0.034, 0.046, -0.005], [0.063, 0.019, 0.026, -0.006], [0.067, 0.004, 0.006, -0.006]].map(([u, w, d, f]) => ({ at: face(0, u), w: w * H, d: d * H, ahead: f * H })), { across, deep: headAhead }, skin, 80, 56));
  g.add(ball(face(0.054, -0.0105), 0.009 * H, 0.0075 * H, 0.0075 * H, skin, headTurn));
  g.add(ball(face(0.051, 0.002), 0.006 * H, 0.017 * H, 0.006 * H, skin, [0, 0, headTurn[2] + 0.25]));
  for (const z of [-1, 1]) {
    g.add(ball(face(-0.006, -0.002, z * 0.0425), 0.0085 * H, 0.014 * H, 0.0045 * H, skin, headTurn));
    g.add(ball(face(0.0455, 0.008, z * 0.018), 0.0035 * H, 0.0038 * H, 0.006 * H, new THREE.MeshStandardMaterial({ color: 0x1c1917, roughness: 0.3 })));
    g.add(ball(face(0.0475, 0.0175, z * 0.018), 0.003 * H, 0.0022 * H, 0.0105 * H, hair, headTurn));
  }
  g.add(ball(face(0.047, -0.034), 0.004 * H, 0.0022 * H, 0.012 * H, new THREE.MeshStandardMaterial({ color: new THREE.Color(look.skin).offsetHSL(-0.01, 0.08, -0.12), roughness: 0.6 })));
  hairOf(g, face, headAhead, headUp, across, H, look, hair, headTurn);

  // Arms: hands on the hips, elbows a little behind.
  for (const z of [-1, 1]) {
    const shoulder = along(0.264, 0, z * 0.097 * B), hand = along(0.052, 0.035, z * 0.096 * B);
    const elbow = twoBones(shoulder, hand, 0.168 * H, 0.142 * H, V(-0.62, -0.1, z * 0.75));
    g.add(limb(shoulder, elbow, [[-0.12, 0.012, 0.012], [-0.05, 0.027, 0.029], [0.1, 0.0285, 0.031], [0.4, 0.026, 0.028], [0.8, 0.0215, 0.0225], [1, 0.0208, 0.0208], [1.06, 0.0175, 0.0175], [1.1, 0.0105, 0.0105], [1.12, 0.002, 0.002]].map(([u, w, d]) => [u, w * H * B, d * H * B]), skin, V(0, 0, 1)));
    g.add(limb(shoulder, elbow, [[-0.2, 0.008, 0.008], [-0.1, 0.027, 0.033], [0.08, 0.0305, 0.036], [0.3, 0.0312, 0.035], [0.47, 0.0322, 0.0345], [0.485, 0.0302, 0.0325]].map(([u, w, d]) => [u, w * H * B, d * H * B]), shirt, V(0, 0, 1)));
    g.add(limb(elbow, hand, [[-0.13, 0.002], [-0.11, 0.0105], [-0.06, 0.0175], [0, 0.0206], [0.2, 0.0222], [0.55, 0.0185], [0.9, 0.0135], [1, 0.0135]].map(([u, w]) => [u, w * H * Math.sqrt(B)]), skin, V(0, 0, 1)));
    const out = hand.clone().sub(elbow).normalize();
    const tip = hand.clone().addScaledVector(out, 0.018 * H).addScaledVector(ahead, 0.024 * H).addScaledVector(across, -z * 0.004 * H);
    g.add(ball(hand.clone().lerp(tip, 0.45), 0.021 * H, 0.014 * H, 0.0115 * H, skin, [0, 0, -0.7]));
    for (let f = 0; f < 4; f++) {
      const root = hand.clone().lerp(tip, 0.75).addScaledVector(up, (0.011 - f * 0.0075) * H);
      const end = root.clone().addScaledVector(ahead, (0.036 - Math.abs(f - 1.2) * 0.004) * H).addScaledVector(up, -0.012 * H).addScaledVector(across, -z * 0.006 * H);
      g.add(limb(root, end, [[0, 0.0048], [0.5, 0.0046], [0.95, 0.0038], [1.05, 0.002]].map(([u, w]) => [u, w * H]), skin, V(0, 0, 1)));
    }
  }
  return g;
}

function hairOf(g, face, headAhead, headUp, across, H, look, hair, turn) {
  if (look.hairStyle === 'bald') return;
  const crown = [[-0.052, 0.018, 0.012, -0.036], [-0.04, 0.034, 0.026, -0.03], [-0.024, 0.042, 0.038, -0.0225], [-0.006, 0.0455, 0.047, -0.0155], [0.02, 0.047, 0.0525, -0.01], [0.045, 0.0415, 0.0515, -0.006], [0.062, 0.028, 0.037, -0.007], [0.073, 0.006, 0.008, -0.008]];
  g.add(loft(crown.map(([u, w, d, f]) => ({ at: face(0, u), w: w * H, d: d * H, ahead: f * H })), { across, deep: headAhead }, hair, 60, 56));
  if (look.hairStyle === 'bun') g.add(ball(face(-0.062, 0.03), 0.024 * H, 0.023 * H, 0.024 * H, hair, turn));
  if (look.hairStyle === 'tail') g.add(limb(face(-0.058, 0.02), face(-0.085, -0.075), [[-0.05, 0.006], [0.1, 0.017], [0.4, 0.019], [0.8, 0.012], [1, 0.003]].map(([u, w]) => [u, w * H]), hair, V(0, 0, 1)));
  if (look.hairStyle === 'long') g.add(loft([[-0.085, 0.03, 0.018, -0.038], [-0.05, 0.04, 0.027, -0.034], [-0.01, 0.045, 0.036, -0.026], [0.02, 0.045, 0.045, -0.016]].map(([u, w, d, f]) => ({ at: face(0, u), w: w * H, d: d * H, ahead: f * H })), { across, deep: headAhead }, hair));
}
