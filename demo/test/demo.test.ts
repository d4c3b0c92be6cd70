import {
  castDown,
  checkBorder,
  coverage,
  cut,
  firstGuess,
  fromPlate,
  InkEngine,
  portraitStroke,
  plainBrush,
  printSheet,
  reducePicture,
  toPlate,
  type Brush,
  type Plate,
  type Recipe,
} from '@amber-stamp/core';
import { BRUSHES, SOURCES } from '@amber-stamp/demo';
import { decodeSource } from '@amber-stamp/io';
import { expect } from 'chai';
import { createHash } from 'node:crypto';
import { crustLichen } from '../src/art/lichen.ts';
import { LEDGE_SIDE, rockLedge } from '../src/relief/ledge.ts';

const files = new Map<string, Promise<Uint8Array>>();
const fileOf = (key: keyof typeof SOURCES): Promise<Uint8Array> => {
  const made = files.get(key) ?? SOURCES[key].file();
  files.set(key, made);
  return made;
};
const sha = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

async function plateOf(key: keyof typeof SOURCES, recipe: Recipe): Promise<Plate> {
  const picture = await decodeSource(await fileOf(key), SOURCES[key].fileName);
  return toPlate(cut(reducePicture(picture), recipe));
}

describe('the demo', () => {
  it('grows the same lichen from the same seed, and another from another', () => {
    const grown = (seed: number) => sha(new Uint8Array(crustLichen(160, seed).data));
    expect(grown(4)).to.equal(grown(4));
    expect(grown(4)).not.to.equal(grown(5));
  });

  it('makes sources that differ, each a picture with much in it', async () => {
    const seen = new Set<string>();
    for (const key of Object.keys(SOURCES) as (keyof typeof SOURCES)[]) {
      const bytes = await fileOf(key);
      seen.add(sha(bytes));
      const picture = await decodeSource(bytes, SOURCES[key].fileName);
      // a mesh is as large as it is cast, a displacement has three numbers a px
      const least = { mesh: 512, displacement: 448 }[SOURCES[key].kind as string] ?? 900;
      expect(Math.min(picture.width, picture.height)).to.be.at.least(least);
      expect(new Set(picture.data.filter((_: number, i: number) => i % 7 === 0)).size).to.be.greaterThan(40);
    }
    expect(seen.size).to.equal(Object.keys(SOURCES).length);
  });

  it('has reliefs that lie below their base plane, that are cast from meshes, and one that hangs over', async () => {
    for (const key of ['silt', 'rosette'] as const) {
      const { data } = await decodeSource(await fileOf(key), SOURCES[key].fileName);
      expect(
        data.some((v) => v < -0.2),
        key,
      ).to.equal(true);
      expect(
        data.some((v) => v > 0.5),
        key,
      ).to.equal(true);
    }
    for (const key of ['mussel', 'pebble'] as const) {
      const { mesh } = await decodeSource(await fileOf(key), SOURCES[key].fileName);
      expect(mesh?.indices.length, key).to.be.greaterThan(3 * 20_000);
    }
    const moves = rockLedge();
    expect(castDown(moves, LEDGE_SIDE, 0.2).lostShare).to.be.within(0.01, 0.3);
  });

  it('shows the range in at least ten finished brushes: several cards, coats, grain, links, tint and tapers', () => {
    const tuned = BRUSHES.map((demo) => {
      const brush = plainBrush(demo.name, 'tip.png');
      demo.tune(brush);
      return brush;
    });
    expect(tuned.length).to.be.at.least(10);
    expect(Math.max(...tuned.map(({ coats: [{ deck }] }) => deck.cards.length))).to.be.at.least(8);
    for (const has of [
      (b: Brush) => b.coats.some(({ join }) => join === 'mask'),
      (b: Brush) => b.coats.some(({ grain }) => grain !== null),
      (b: Brush) => b.coats[0].properties.angle.follow === 'chain',
      (b: Brush) => b.coats[0].properties.hue.drivers.some((d) => d.by === 'cycle'),
      (b: Brush) => b.ends.tail.lengthPct > 0,
    ])
      expect(tuned.some(has)).to.equal(true);
  });

  for (const demo of BRUSHES)
    it(`cuts ${demo.name} to a tip with a clear border that draws a stroke in many grays`, async () => {
      const plate = await plateOf(demo.source, demo.recipe);
      const plates = new Map([['tip.png', plate]]);
      for (const { name, source, recipe } of demo.more ?? []) plates.set(name, await plateOf(source, recipe));
      const raster = fromPlate(plate);
      expect(checkBorder(raster).verdict).to.equal('clear');
      expect(coverage(raster)).to.be.within(0.005, 0.7);
      const { brush } = firstGuess(plate, demo.name, 'tip.png');
      demo.tune(brush);
      const stroke = portraitStroke(340, 132);
      const pixels = printSheet(new InkEngine(), brush, plates, stroke, 'white');
      const grays = new Set(pixels);
      expect(grays.size).to.be.greaterThan(100);
      const inked = pixels.filter((v, i) => i % 4 === 0 && v < 225).length / (340 * 132);
      expect(inked).to.be.within(0.01, 0.7);
    });
});
