// Draws the figures of jobs.json in headless Chromium: node draw.mjs [name-part]. Pictures and truth go to the demo's folder.
import { spawn } from 'node:child_process';
import { mkdtempSync, mkdirSync, readFileSync, rmSync, writeFileSync, existsSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { extname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { jobs as all } from './jobs.mjs';

const here = fileURLToPath(new URL('.', import.meta.url));
const out = process.env.FIGURES_OUT ?? join(here, '../../src/DeftStride.Demo/Figures');
mkdirSync(out, { recursive: true });
const jobs = all.filter((j) => j.name.includes(process.argv[2] ?? ''));
const list = join(out, 'figures.json');
const truths = new Map(existsSync(list) ? JSON.parse(readFileSync(list, 'utf8')).map((t) => [t.file, t]) : []);
const types = { '.js': 'text/javascript', '.html': 'text/html' };
const page = `<!doctype html><script type="importmap">{"imports":{"three":"/node_modules/three/build/three.module.js"}}</script><script type="module" src="/scene.js"></script>`;

const server = createServer((req, res) => {
  const url = new URL(req.url, 'http://x').pathname;
  if (req.method === 'POST') {
    const parts = [];
    req.on('data', (d) => parts.push(d)).on('end', () => {
      const body = Buffer.concat(parts);
      res.end('ok');
      if (url === '/keep') {
        const truth = JSON.parse(req.headers['x-truth']);
        writeFileSync(join(out, truth.file), body);
        truths.set(truth.file, truth);
        console.log(truth.file, body.length);
      } else finish(body.toString());
    });
  } else if (url === '/') res.setHeader('content-type', 'text/html').end(page);
  else if (url === '/jobs') res.end(JSON.stringify(jobs));
  else if (url === '/favicon.ico') res.writeHead(404).end();
  else res.setHeader('content-type', types[extname(url)] ?? 'text/plain').end(readFileSync(join(here, url)));
});

let browser;
const profile = mkdtempSync(join(tmpdir(), 'figures-'));
function finish(error) {
  const known = new Set(all.map((j) => `${j.name}.webp`));
  writeFileSync(list, `${JSON.stringify([...truths.values()].filter((t) => known.has(t.file)).sort((a, b) => a.file.localeCompare(b.file)), null, 1)}\n`);
  browser.kill('SIGKILL');
  server.close();
  setTimeout(() => { rmSync(profile, { recursive: true, force: true }); if (error) console.error(error); process.exit(error ? 1 : 0); }, 300);
}
server.listen(0, '127.0.0.1', () => {
  browser = spawn('chromium', ['--headless=new', '--no-sandbox', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--no-first-run',
    '--use-gl=angle', '--use-angle=swiftshader', '--enable-unsafe-swiftshader', `--user-data-dir=${profile}`, `http://127.0.0.1:${server.address().port}/`], { stdio: 'ignore' });
});
