// Films the clips of clips.mjs: node film.mjs [name-part]. Clips and the truth of each go to the demo's folder. `unseen` films the others,
// which read.mjs reads once; the points found and the truth lie with the core's tests.
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { clips, unseen } from './clips.mjs';
import { draw } from './page.mjs';

const out = process.env.FIGURES_OUT ?? join(fileURLToPath(new URL('.', import.meta.url)), '../../src/DeftStride.Demo/Clips');
mkdirSync(out, { recursive: true });

draw('reel.js', process.argv[2] === 'unseen' ? unseen : clips.filter((c) => c.name.includes(process.argv[2] ?? '')), (truth, body) => {
  writeFileSync(join(out, `${truth.name}.webm`), body);
  writeFileSync(join(out, `${truth.name}.json`), `${JSON.stringify(truth, null, 1)}\n`);
  console.log(truth.name, body.length, `${truth.seconds} s`);
}, () => undefined);
