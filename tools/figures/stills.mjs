// Takes frames of a filmed clip as pictures: node stills.mjs clip frame… (frames counted from 0). They go beside the clip.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { draw } from './page.mjs';

const folder = join(fileURLToPath(new URL('.', import.meta.url)), '../../src/DeftStride.Demo/Clips');
const [name, ...frames] = process.argv.slice(2);
const film = readFileSync(join(folder, `${name}.webm`)).toString('base64');

draw('still.js', [{ film, frames: frames.map(Number) }], ({ frame }, body) => {
  const file = `${name}-${String(frame).padStart(3, '0')}.webp`;
  writeFileSync(join(folder, file), body);
  console.log(file, body.length);
}, () => undefined);
