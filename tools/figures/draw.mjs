// Draws the figures of jobs.mjs: node draw.mjs [name-part]. Pictures and truth go to the demo's folder.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { jobs as all } from './jobs.mjs';
import { draw } from './page.mjs';

const out = process.env.FIGURES_OUT ?? join(fileURLToPath(new URL('.', import.meta.url)), '../../src/DeftStride.Demo/Figures');
mkdirSync(out, { recursive: true });
const list = join(out, 'figures.json');
const truths = new Map(existsSync(list) ? JSON.parse(readFileSync(list, 'utf8')).map((t) => [t.file, t]) : []);

draw('scene.js', all.filter((j) => j.name.includes(process.argv[2] ?? '')), (truth, body) => {
  writeFileSync(join(out, truth.file), body);
  truths.set(truth.file, truth);
  console.log(truth.file, body.length);
}, () => {
  const known = new Set(all.map((j) => `${j.name}.webp`));
  writeFileSync(list, `${JSON.stringify([...truths.values()].filter((t) => known.has(t.file)).sort((a, b) => a.file.localeCompare(b.file)), null, 1)}\n`);
});
