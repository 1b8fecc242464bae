// Finds the points in films as the app does: node read.mjs folder out [name-part]. Of each NAME.webm comes a NAME.track.json.
// The app's own eye reads them, out of ../../web (npm ci, npm run build there first), every so many frames as the app would.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { draw } from './page.mjs';

const here = fileURLToPath(new URL('.', import.meta.url));
const web = join(here, '../../web');
const [folder, out, part = ''] = process.argv.slice(2);
mkdirSync(out, { recursive: true });

// The runtime of the models wants a worker that is one file; how often the app looks is asked of the app.
const made = mkdtempSync(join(tmpdir(), 'figures-read-'));
const bundle = (from, format, file) => execFileSync(join(web, 'node_modules/.bin/rolldown'), [from, '--format', format, '--file', join(made, file)], { stdio: ['ignore', 'ignore', 'inherit'] });
bundle(join(here, 'read.worker.ts'), 'iife', 'read.worker.js');
bundle(join(web, 'src/clips/rate.ts'), 'esm', 'rate.js');

const jobs = readdirSync(folder).filter((f) => f.endsWith('.webm') && f.includes(part)).map((f) => ({ name: f.slice(0, -5), film: readFileSync(join(folder, f)).toString('base64') }));
draw('read.js', jobs, ({ name }, body) => {
  writeFileSync(join(out, `${name}.track.json`), body);
  console.log(name);
}, () => rmSync(made, { recursive: true }), (url) => (['/read.worker.js', '/rate.js'].includes(url) ? join(made, url) : url.startsWith('/seeing/') ? join(web, 'dist', url) : null));
