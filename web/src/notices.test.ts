import { describe, expect, it } from 'vitest';

type Part = { name: string; version: string; purl: string; licence: string | null; sum?: string | null; text?: string | null };
type Notices = {
  bom: (parts: Part[]) => { components: { purl: string; hashes?: { content: string }[] }[] };
  notices: (parts: Part[]) => string;
  npmParts: (lock: object) => { name: string }[];
  nugetParts: (locks: object[]) => { purl: string }[];
  nugetLicence: (nuspec: string) => string | null;
};

const { bom, notices, npmParts, nugetParts, nugetLicence } = (await import('../../tools/notices.mjs' as string)) as Notices;

const part = (name: string, licence: string | null, text: string | null = null): Part => ({
  name,
  version: '1.0.0',
  purl: `pkg:npm/${name}@1.0.0`,
  licence,
  text,
});

describe('what the app is built from', () => {
  it('is not given out while a part says no licence', () => {
    expect(() => bom([part('a', 'MIT'), part('b', null)])).toThrow('pkg:npm/b@1.0.0');
  });

  it('is the same list in whatever order the locks say it, with its sums', () => {
    const parts = [part('b', 'MIT'), { ...part('a', 'MIT'), sum: 'AQI=' }];
    expect(JSON.stringify(bom(parts))).toBe(JSON.stringify(bom([...parts].reverse())));
    expect(bom(parts).components[0]?.hashes?.[0]?.content).toBe('0102');
  });

  it('says the same words once, with everybody they are for', () => {
    const said = notices([part('b', 'MIT', 'Do as you like.'), part('a', 'MIT', 'Do as you like.'), part('c', 'ISC')]);
    expect(said.split('Do as you like.').length).toBe(2);
    for (const name of ['a 1.0.0 (MIT)', 'b 1.0.0 (MIT)', 'c 1.0.0 (ISC)']) expect(said).toContain(name);
  });

  it('leaves out what is there for building alone', () => {
    const lock = {
      packages: {
        '': { version: '0' },
        'node_modules/react': { version: '1.0.0' },
        'node_modules/x/node_modules/@a/b': { version: '2.0.0' },
        'node_modules/vite': { version: '3.0.0', dev: true },
      },
    };
    expect(npmParts(lock).map((p) => p.name)).toEqual(['react', '@a/b']);
  });

  it('takes each package of the server once, and its licence from what it says of itself', () => {
    const lock = {
      dependencies: { 'net10.0': { A: { type: 'Direct', resolved: '1.0.0' }, Own: { type: 'Project' } } },
    };
    expect(nugetParts([lock, lock]).map((p) => p.purl)).toEqual(['pkg:nuget/A@1.0.0']);
    expect(nugetLicence('<license type="expression">MIT</license>')).toBe('MIT');
    expect(nugetLicence('<package/>')).toBeNull();
  });
});
