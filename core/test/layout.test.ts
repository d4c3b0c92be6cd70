import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import * as layout from '../src/ink/layout.ts';

/** The offsets as the kernel says them, by name. */
const kernel = Object.fromEntries(
  [
    ...readFileSync(new URL('../kernel/layout.ts', import.meta.url), 'utf8').matchAll(/const (\w+): usize = (\d+);/g),
  ].map(([, name, at]) => [name, Number(at)]),
);
const LAYOUTS = {
  ENTRY: layout.ENTRY,
  LEVEL: layout.LEVEL,
  RECORD: layout.RECORD,
  EXTRAS: layout.EXTRAS,
  RULE: layout.LAY_RULE,
  COVERED: layout.COVERED,
  LAMP: layout.LAMP_LAYOUT,
  BAND_TILE: layout.BAND_TILE,
  PIECE: layout.PIECE,
};
const inCapitals = (name: string): string => name.replace(/[A-Z]/g, (letter) => `_${letter}`).toUpperCase();

describe('the memory that the kernel and TypeScript share', () => {
  it('is laid out alike in both languages', () => {
    const own = Object.entries(LAYOUTS).flatMap(([what, places]) =>
      Object.entries(places).map(([name, at]) => [`${what}_${inCapitals(name)}`, at]),
    );
    expect(kernel).to.deep.equal(Object.fromEntries(own));
  });

  for (const [what, places] of Object.entries(LAYOUTS))
    it(`has room for all of ${what.toLowerCase()}, in rising order, each number at a multiple of four bytes`, () => {
      const { bytes, ...rest } = places;
      const all = Object.values<number>(rest);
      expect(all).to.deep.equal([...new Set(all)].sort((a, b) => a - b));
      for (const at of all) expect(at % 4).to.equal(0);
      expect(Math.max(...all)).to.be.lessThan(bytes);
    });

  it('is counted in numbers where it is read through views of numbers', () => {
    expect(layout.RECORD_32.bits).to.equal(layout.RECORD.bits / 4);
    expect(layout.RECORD_64.upper).to.equal(layout.RECORD.upper / 8);
    expect(Object.keys(layout.ENTRY_64)).to.deep.equal(Object.keys(layout.ENTRY));
  });
});
