// Writes what the app is built from: a list of parts (CycloneDX) and everybody's licence, from the two locks and what lies installed.
// A part without a licence ends it: `node tools/notices.mjs OUT-FOLDER`.
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The parts that ship of the server, from the locks of the projects that it is made of. */
export function nugetParts(locks) {
  const parts = new Map();
  for (const lock of locks)
    for (const framework of Object.values(lock.dependencies))
      for (const [name, { type, resolved, contentHash }] of Object.entries(framework))
        if (type !== 'Project' && resolved) parts.set(`${name}@${resolved}`, { name, version: resolved, sum: contentHash });
  return [...parts.values()].map((p) => ({ ...p, from: 'nuget', purl: `pkg:nuget/${p.name}@${p.version}` }));
}

/** The parts that ship of the page: everything in the lock that is not there for building alone. */
export function npmParts(lock) {
  return Object.entries(lock.packages)
    .filter(([path, p]) => path !== '' && !p.dev && !p.devOptional && !p.link && !p.optional)
    .map(([path, p]) => {
      const name = p.name ?? path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length);
      return {
        name,
        version: p.version,
        sum: p.integrity?.startsWith('sha512-') ? p.integrity.slice(7) : null,
        from: 'npm',
        path,
        purl: `pkg:npm/${name.replace('@', '%40')}@${p.version}`,
      };
    });
}

/** What a package says of its licence: an expression, or null for nothing. */
export function nugetLicence(nuspec) {
  const said = /<license type="(expression|file)">([^<]+)<\/license>/.exec(nuspec);
  if (said) return said[1] === 'expression' ? said[2].trim() : 'LicenseRef-in-its-file';
  const url = /<licenseUrl>([^<]+)<\/licenseUrl>/.exec(nuspec)?.[1];
  if (!url) return null;
  if (/apache/i.test(url)) return 'Apache-2.0';
  if (/mit|dotnet\/corefx|dotnet\/standard|fwlink/i.test(url)) return 'MIT';
  return 'LicenseRef-in-its-file';
}

/** The list of parts as CycloneDX has it: the same for the same locks, to the byte. */
export function bom(parts) {
  const sorted = [...parts].sort((a, b) => (a.purl < b.purl ? -1 : a.purl > b.purl ? 1 : 0));
  const without = sorted.filter((p) => !p.licence).map((p) => p.purl);
  if (without.length > 0)
    throw new Error(`No licence is said for ${without.join(', ')}. Find out which it is before this is given to anybody.`);
  return {
    bomFormat: 'CycloneDX',
    specVersion: '1.6',
    version: 1,
    metadata: { component: { type: 'application', name: 'Deft Stride' } },
    components: sorted.map((p) => ({
      type: 'library',
      'bom-ref': p.purl,
      name: p.name,
      version: p.version,
      purl: p.purl,
      licenses: [{ expression: p.licence }],
      ...(p.sum ? { hashes: [{ alg: 'SHA-512', content: Buffer.from(p.sum, 'base64').toString('hex') }] } : {}),
    })),
  };
}

/** Everybody's name, licence and the words of it; the same words once. */
export function notices(parts) {
  const texts = new Map();
  for (const p of parts) {
    const key = p.text?.trim() ?? '';
    texts.set(key, [...(texts.get(key) ?? []), p]);
  }
  const block = ([text, some]) =>
    `${some
      .map((p) => `${p.name} ${p.version} (${p.licence})`)
      .sort()
      .join('\n')}\n\n${text || 'Under the licence named beside it.'}\n`;
  return `Deft Stride is built from the work of others. Thank you.\n\n${[...texts].map(block).sort().join(`\n${'-'.repeat(78)}\n\n`)}`;
}

const LICENCE = /^(licen[cs]e|copying|notice|ofl|third-party-notices)/i;

function textIn(folder) {
  if (!existsSync(folder)) return null;
  const files = readdirSync(folder, { withFileTypes: true })
    .filter((f) => f.isFile() && LICENCE.test(f.name))
    .map((f) => f.name)
    .sort();
  return files.length === 0 ? null : files.map((f) => readFileSync(join(folder, f), 'utf8').replaceAll('\r\n', '\n')).join('\n');
}

function all(root) {
  const read = (file) => JSON.parse(readFileSync(join(root, file), 'utf8'));
  const cache = process.env.NUGET_PACKAGES ?? join(homedir(), '.nuget', 'packages');
  const server = nugetParts(
    ['Core', 'Data', 'Demo', 'Studio', 'Web'].map((p) => read(`src/DeftStride.${p}/packages.lock.json`)),
  ).map((p) => {
    const folder = join(cache, p.name.toLowerCase(), p.version.toLowerCase());
    const spec = join(folder, `${p.name.toLowerCase()}.nuspec`);
    return { ...p, licence: existsSync(spec) ? nugetLicence(readFileSync(spec, 'utf8')) : null, text: textIn(folder) };
  });
  const page = npmParts(read('web/package-lock.json')).map((p) => {
    const folder = join(root, 'web', p.path);
    const { license } = read(join('web', p.path, 'package.json'));
    return { ...p, licence: typeof license === 'string' ? license : (license?.type ?? null), text: textIn(folder) };
  });
  return [...server, ...page];
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const out = process.argv[2];
  const parts = all(join(dirname(fileURLToPath(import.meta.url)), '..'));
  writeFileSync(join(out, 'parts.json'), `${JSON.stringify(bom(parts), null, 1)}\n`);
  writeFileSync(join(out, 'third-party.txt'), notices(parts));
}
