// Draws in headless Chromium: a page of this folder gets its jobs and hands back what it drew, one thing after the other.
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { extname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const here = fileURLToPath(new URL('.', import.meta.url));
const types = { '.js': 'text/javascript', '.mjs': 'text/javascript', '.html': 'text/html', '.wasm': 'application/wasm' };

/**
 * Runs a script of this folder over its jobs; `keep` hears of each thing and what is true of it, `done` of the end.
 * `where` says in which file lies what is asked for, when it does not lie in this folder.
 */
export function draw(script, jobs, keep, done, where = (url) => join(here, url)) {
  const page = `<!doctype html><script type="importmap">{"imports":{"three":"/node_modules/three/build/three.module.js","mediabunny":"/node_modules/mediabunny/dist/bundles/mediabunny.mjs"}}</script><script type="module" src="/${script}"></script>`;
  const profile = mkdtempSync(join(tmpdir(), 'figures-'));
  let browser;
  const finish = (error) => {
    done();
    browser.kill('SIGKILL');
    server.close();
    setTimeout(() => { rmSync(profile, { recursive: true, force: true }); if (error) console.error(error); process.exit(error ? 1 : 0); }, 300);
  };
  const server = createServer((req, res) => {
    const url = new URL(req.url, 'http://x').pathname;
    if (req.method === 'POST') {
      const parts = [];
      req.on('data', (d) => parts.push(d)).on('end', () => {
        const body = Buffer.concat(parts);
        res.end('ok');
        if (url === '/keep') keep(JSON.parse(req.headers['x-truth']), body);
        else finish(body.toString());
      });
    } else if (url === '/') res.setHeader('content-type', 'text/html').end(page);
    else if (url === '/jobs') res.end(JSON.stringify(jobs));
    else if (url === '/favicon.ico') res.writeHead(404).end();
    else res.setHeader('content-type', types[extname(url)] ?? 'text/plain').end(readFileSync(where(url) ?? join(here, url)));
  });
  server.listen(0, '127.0.0.1', () => {
    browser = spawn('chromium', ['--headless=new', '--no-sandbox', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--no-first-run',
      '--use-gl=angle', '--use-angle=swiftshader', '--enable-unsafe-swiftshader', `--user-data-dir=${profile}`, `http://127.0.0.1:${server.address().port}/`], { stdio: 'ignore' });
  });
}
