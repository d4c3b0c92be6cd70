import { makeRecipe, makeStep } from '@amber-stamp/core/cut';
import { decodePlate, encodePlate, readPack, sha256Hex, writePack } from '@amber-stamp/core/formats';
import { plainBrush } from '@amber-stamp/core/model';
import { expect } from 'chai';
import { strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { bristleTip } from './helpers/make.ts';

const brush = { ...plainBrush('Ragged blot', 'blot.png'), seed: 3 };
const plate = encodePlate(bristleTip(40));
const whole = () =>
  writePack({
    brushes: [brush],
    plates: new Map([['blot.png', plate]]),
    recipes: new Map([['recipes/blot.json', makeRecipe([makeStep('gray')])]]),
    sources: new Map([['sources/blot.png', plate]]),
    origins: { 'blot.png': { recipe: 'recipes/blot.json', source: 'sources/blot.png' } },
  });

/** A pack with the given files and a manifest that fits, or the given one. */
function pack(files: Record<string, Uint8Array>, manifest?: object): Uint8Array {
  const entries = Object.fromEntries(Object.entries(files).map(([k, v]) => [k, sha256Hex(v)]));
  const text = JSON.stringify(manifest ?? { format: 'amber-stamp/pack', version: 1, entries });
  return zipSync({ 'manifest.json': strToU8(text), ...files } as Zippable, { level: 0 });
}
const good = { 'brushes/b.json': strToU8(JSON.stringify(brush)), 'plates/blot.png': plate };

/** Replaces the name of an entry everywhere in a zip file by one of the same length. */
function renamed(zip: Uint8Array, from: string, to: string): Uint8Array {
  return new Uint8Array(Buffer.from(Buffer.from(zip).toString('latin1').replaceAll(from, to), 'latin1'));
}

describe('packs', () => {
  it('come back as they were written, the plate value for value', () => {
    const opened = readPack(whole());
    expect(opened.brushes).to.deep.equal([{ path: 'brushes/ragged-blot.json', brush }]);
    expect(opened.decoded.get('blot.png')).to.deep.equal(bristleTip(40));
    expect(opened.recipes.get('recipes/blot.json')).to.deep.equal(makeRecipe([makeStep('gray')]));
    expect(opened.files.get('sources/blot.png')).to.deep.equal(plate);
  });
  it('are refused when a step names a source or a brush of the pack that is not in it', () => {
    const steps = [makeStep('gray'), makeStep('overlay', { source: 'sources/gone.png' })];
    const lacking = () =>
      writePack({
        brushes: [brush],
        plates: new Map([['blot.png', plate]]),
        recipes: new Map([['recipes/blot.json', makeRecipe(steps)]]),
      });
    expect(() => readPack(lacking())).to.throw(/names sources\/gone.png, which is not in the pack/);
  });
  it('are the same bytes for the same contents', () => expect(sha256Hex(whole())).to.equal(sha256Hex(whole())));
  it('open with any zip program and list a hash for every entry', () => {
    const files = unzipSync(whole());
    const { entries } = JSON.parse(Buffer.from(files['manifest.json']).toString()) as {
      entries: Record<string, string>;
    };
    for (const [name, bytes] of Object.entries(files))
      if (name !== 'manifest.json') expect(entries[name]).to.equal(sha256Hex(bytes));
  });

  const bad: readonly [string, () => Uint8Array, RegExp][] = [
    ['a path with ..', () => pack({ ...good, '../evil.json': strToU8('{}') }), /leaves its folder/],
    ['a hidden .. in the middle', () => pack({ ...good, 'plates/../x.png': plate }), /leaves its folder/],
    ['an absolute path', () => pack({ ...good, '/etc/x.png': plate }), /absolute path/],
    ['a path with backslashes', () => pack({ ...good, 'plates\\x.png': plate }), /absolute path/],
    ['an entry that does not belong there', () => pack({ ...good, 'run.sh': plate }), /does not belong/],
    [
      'two entries of one name',
      () => renamed(pack({ ...good, 'plates/blox.png': plate }), 'plates/blox.png', 'plates/blot.png'),
      /two entries called/,
    ],
    [
      'a link',
      () =>
        zipSync({ 'manifest.json': strToU8('{}'), 'plates/l.png': [strToU8('x'), { os: 3, attrs: 0o120777 << 16 }] }),
      /has a link/,
    ],
    [
      'a wrong hash',
      () =>
        pack(good, {
          format: 'amber-stamp/pack',
          version: 1,
          entries: { 'brushes/b.json': 'a'.repeat(64), 'plates/blot.png': sha256Hex(plate) },
        }),
      /SHA-256 is different/,
    ],
    [
      'an entry without a hash',
      () => pack(good, { format: 'amber-stamp/pack', version: 1, entries: {} }),
      /not listed/,
    ],
    ['a newer version', () => pack(good, { format: 'amber-stamp/pack', version: 9, entries: {} }), /newer Amber Stamp/],
    ['no manifest', () => zipSync(good), /no manifest/],
    ['no brush', () => pack({ 'plates/blot.png': plate }), /no brush/],
    ['a missing plate', () => pack({ 'brushes/b.json': good['brushes/b.json'] }), /not in the pack/],
    ['a plate that is no PNG', () => pack({ ...good, 'plates/blot.png': strToU8('hello') }), /not a PNG/],
    ['half a file', () => whole().subarray(0, 900), /not a complete zip/],
    ['no zip at all', () => strToU8('hello'), /not a complete zip/],
  ];
  for (const [what, make, sentence] of bad)
    it(`with ${what} are refused in one sentence`, () => expect(() => readPack(make())).to.throw(sentence));
});

describe('plates as files', () => {
  it('keep all 65536 values', () => {
    const data = Uint16Array.from({ length: 65536 }, (_, i) => i);
    const back = decodePlate(encodePlate({ width: 256, height: 256, data }), 'p.png');
    expect(back.data).to.deep.equal(data);
  });
  it('are refused when a checksum is wrong or the size is beyond measure', () => {
    const broken = plate.slice();
    broken[60] ^= 255;
    expect(() => decodePlate(broken, 'p.png')).to.throw(/p\.png cannot be read/);
    const huge = plate.slice();
    new DataView(huge.buffer).setUint32(16, 60000);
    expect(() => decodePlate(huge, 'p.png')).to.throw(/60000/);
  });
});
