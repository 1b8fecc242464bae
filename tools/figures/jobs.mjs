// Who is drawn, and in which postures. A name is person-session-side, with a c behind it for a look after the cue.
export const people = {
  maren: { stature: 1.68, build: 0.98, skin: '#b9835f', hair: '#3a2a22', hairStyle: 'bun', shirt: '#2f6f86', shorts: '#2a2f33', sock: '#e9e4d8', shoe: '#d9d4c6', sole: '#f3efe4' },
  dov: { stature: 1.82, build: 1.14, skin: '#8a5a3c', hair: '#1d1715', hairStyle: 'short', shirt: '#b4552f', shorts: '#39423f', sock: '#d8d2c4', shoe: '#3c4a55', sole: '#e6e0d2' },
  ilse: { stature: 1.62, build: 0.95, skin: '#e2b593', hair: '#b98a4e', hairStyle: 'tail', shirt: '#6a7f4f', shorts: '#343a3d', sock: '#efe9dc', shoe: '#a8bcc4', sole: '#f6f1e6' },
  corin: { stature: 1.75, build: 1.06, skin: '#d3a17c', hair: '#6d3b22', hairStyle: 'short', shirt: '#4c5a86', shorts: '#2e3234', sock: '#e4dfd2', shoe: '#7d4a3a', sole: '#e9e2d2' },
  petra: { stature: 1.71, build: 0.92, skin: '#6f4630', hair: '#15110f', hairStyle: 'bun', shirt: '#c39a3e', shorts: '#23302c', sock: '#f0ebe0', shoe: '#c9553c', sole: '#f5f0e4' },
  bram: { stature: 1.88, build: 1.22, skin: '#c99470', hair: '#8f8a82', hairStyle: 'short', shirt: '#56625d', shorts: '#262b2d', sock: '#d9d3c5', shoe: '#2c3134', sole: '#d8d2c4' },
  sunniva: { stature: 1.66, build: 1.02, skin: '#efc9ac', hair: '#c56a3b', hairStyle: 'long', shirt: '#7b4f78', shorts: '#30363a', sock: '#efe9dd', shoe: '#e1dccf', sole: '#f7f3ea' },
  odell: { stature: 1.77, build: 1.1, skin: '#56371f', hair: '#2a2522', hairStyle: 'bald', shirt: '#3f7d6a', shorts: '#3a3f42', sock: '#e8e2d5', shoe: '#8a8f86', sole: '#efe9dc' },
};

/** Per person: session → [left shin, right shin, left trunk, right trunk], then looks after a cue as [side, shin, trunk]. */
const postures = {
  maren: { 1: [5, 24, 6, 12], 2: [6, 21, 6, 11], 3: [4, 17, 6, 9], 4: [5, 20, 6, 11], '2c': ['r', 14, 8], '3c': ['r', 16, 9], '4c': ['r', 3, 7] },
  dov: { 1: [3, 2, 4, 5], 2: [4, 3, 6, 6], 3: [3, 4, 6, 6], '1c': ['l', 4, 9] },
  ilse: { 1: [2, 5, 5, 5], 2: [3, 4, 5, 5], 3: [3, 4, 5, 5] },
  corin: { 1: [18, 21, 6, 6], 2: [29, 31, 6, 6], 3: [31, 32, 5, 5], '1c': ['l', 28, 6] },
  petra: { 1: [7, 8, 8, 8], 2: [15, 17, 20, 21], 3: [20, 21, 26, 27] },
  bram: { 1: [2, 3, 8, 8], 2: [3, 2, 9, 9], 3: [3, 3, 9, 9] },
  sunniva: { 1: [6, 1, 6, 6] },
  odell: { 1: [4, 5, 7, 7], 2: [14, 13, 9, 9] },
};

/** From the front and from behind, at the bottom of a split squat and (0) standing before it: person → [view, side, knee inside its line (m), pelvis drop (degrees)]. */
const frontal = {
  maren: [['front', 'l', 0.005, 0.5], ['front', 'r', 0.01, 1], ['front0', 'l', 0, 0.5], ['front0', 'r', 0.004, 0.5], ['back', 'l', 0.005, 0.5], ['back', 'r', 0.01, 1]],
  ilse: [['front', 'l', 0.035, 5], ['front', 'r', 0.008, 1.5], ['back', 'l', 0.035, 5], ['back', 'r', 0.008, 1.5]],
  dov: [['front', 'l', 0.0, 1], ['back', 'r', -0.005, 1]],
  petra: [['front', 'r', 0.0, 0], ['back', 'l', 0.0, 0.5]],
  bram: [['front', 'l', 0.004, 0.5], ['front', 'r', 0.002, 0], ['front0', 'l', 0, 0], ['front0', 'r', 0.002, 0]],
};

/** The step-down tap, from front and side, at three moments: person → [moment, side, knee inside its line (m), pelvis drop (degrees)]. */
const taps = {
  ilse: [['start', 'l', 0, 1], ['firstSeen', 'l', 0.008, 9], ['bottom', 'l', 0.045, 11], ['start', 'r', 0, 0.5], ['firstSeen', 'r', 0.004, 1.5], ['bottom', 'r', 0.012, 3.5]],
};

const sides = { l: 'left', r: 'right' };
const job = (person, session, side, shin, trunk) => ({
  name: `${person}-${session}-${side}`, person, view: 'side', facing: 'right', front: sides[side], look: people[person], pose: { shin, trunk },
});
// Whoever stands is filmed from a little further and higher, to have the whole body in.
const standing = { away: 3.9, eye: 0.49 };
const tall = { shin: 2, knee: 14, trunk: 5, rearThigh: 18, rearShank: 44, rearPitch: 38 };
const facingJob = (person, [view, side, kneeIn, pelvisDrop]) => ({
  name: `${person}-${view}-${side}`, person, view: view.replace('0', ''), facing: 'right', front: sides[side], look: people[person],
  ...(view.endsWith('0') ? { moment: 'start', pad: -0.42, ...standing, pose: { ...tall, kneeIn, pelvisDrop } } : { pose: { shin: 5, trunk: 6, kneeIn, pelvisDrop } }),
});
const down = {
  start: { shin: 1, knee: 2, trunk: 2, rearThigh: -4, rearShank: 4 },
  firstSeen: { shin: 11, knee: 30, trunk: 10, rearThigh: -2, rearShank: 10 },
  bottom: { shin: 20, knee: 52, trunk: 18, rearThigh: -4, rearShank: 14 },
};
const tapJob = (person, view, [moment, side, kneeIn, pelvisDrop]) => ({
  name: `${person}-tap-${view}-${moment.toLowerCase()}-${side}`, person, view, moment, facing: 'right', front: sides[side], look: people[person], ...standing,
  pose: { ...down[moment], rearPitch: 8, raise: 0.15, kneeIn, pelvisDrop },
});

/** One look at each of the other forms: person-form → [view, { pose of the left, of the right }, how far back the pad lies]. */
const forms = {
  'odell-kneel': ['side', { l: { shin: 1, trunk: 2 }, r: { shin: 3, trunk: 4 } }],
  'petra-lunge': ['side', { l: { shin: 16, trunk: 20 }, r: { shin: 18, trunk: 22 } }, -3],
  'petra-curtsy': ['front', {
    l: { shin: 14, knee: 58, trunk: 14, rearThigh: 30, rearShank: 41, rearPitch: 55, freeOut: -24, kneeIn: 0.004, pelvisDrop: 1 },
    r: { shin: 14, knee: 58, trunk: 14, rearThigh: 30, rearShank: 41, rearPitch: 55, freeOut: -24, kneeIn: 0.06, pelvisDrop: 2 },
  }, -3],
  'bram-slide': ['side', {
    l: { shin: 16, knee: 62, trunk: 42, rearThigh: 38, rearShank: 44, rearPitch: 62 },
    r: { shin: 15, knee: 60, trunk: 40, rearThigh: 37, rearShank: 43, rearPitch: 62 },
  }, -3],
  'ilse-band': ['front', { l: { shin: 1, trunk: 2, kneeIn: 0.03 }, r: { shin: 1, trunk: 2, kneeIn: 0.004 } }],
};
const formJob = ([form, [view, poses, pad]]) => Object.entries(poses).map(([side, pose]) => {
  const [person] = form.split('-');
  return { name: `${form}-${side}`, person, view, facing: 'right', front: sides[side], look: people[person], pose, ...(poses.l.freeOut ? standing : {}), ...(pad === undefined ? {} : { pad }) };
});

export const jobs = [
  ...Object.entries(forms).flatMap(formJob),
  ...Object.entries(postures).flatMap(([person, sessions]) => Object.entries(sessions).flatMap(([session, p]) =>
    typeof p[0] === 'string' ? [job(person, session, p[0], p[1], p[2])] : [job(person, session, 'l', p[0], p[2]), job(person, session, 'r', p[1], p[3])])),
  ...Object.entries(frontal).flatMap(([person, list]) => list.map((one) => facingJob(person, one))),
  ...Object.entries(taps).flatMap(([person, list]) => [...list.map((one) => tapJob(person, 'front', one)), ...list.filter(([m]) => m === 'bottom').map((one) => tapJob(person, 'side', one))]),
];
