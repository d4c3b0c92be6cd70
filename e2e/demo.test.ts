import { parseBench } from '@amber-stamp/core/bench';
import { fileName } from '@amber-stamp/core/formats';
import { InkEngine, printSheet } from '@amber-stamp/core/ink';
import { portraitStroke } from '@amber-stamp/core/path';
import { checkBorder, coverage, fromPlate, type Plate } from '@amber-stamp/core/raster';
import { readPlateFile } from '@amber-stamp/core/exr';
import { BRUSHES, SOURCES } from '@amber-stamp/demo';
import { decodeSource } from '@amber-stamp/io';
import { App } from './app.ts';
import { expect } from './expect.ts';

interface Listed {
  id: string;
  name: string;
}

describe('the demo, as a fresh cabinet holds it', () => {
  let app: App;
  before(async () => {
    app = await App.start();
  });
  after(() => app.stop());
  const json = async <T>(path: string): Promise<T> => (await (await fetch(`${app.url}/api${path}`)).json()) as T;
  const list = async <T>(path: string) => (await json<{ items: T[] }>(`${path}?limit=200`)).items;
  const bytes = async (path: string) => new Uint8Array(await (await fetch(`${app.url}/api${path}`)).arrayBuffer());
  const source = async (key: keyof typeof SOURCES) => {
    const file = SOURCES[key].fileName;
    const listed = (await list<Listed>('/sources')).find(({ name }) => file.startsWith(`${fileName(name)}.`));
    return decodeSource(await bytes(`/sources/${listed?.id}/file`), file);
  };

  it('has sources that differ, each a picture with much in it', async () => {
    const listed = await list<Listed & { sha256: string }>('/sources');
    expect(new Set(listed.map(({ sha256 }) => sha256)).size).toBe(Object.keys(SOURCES).length);
    for (const key of Object.keys(SOURCES) as (keyof typeof SOURCES)[]) {
      const picture = await source(key);
      // a mesh is as large as it is cast, a displacement has three numbers a px
      const least = { mesh: 512, displacement: 448 }[SOURCES[key].kind as string] ?? 900;
      expect(Math.min(picture.width, picture.height)).toBeGreaterThanOrEqual(least);
      expect(new Set(picture.data.filter((_: number, i: number) => i % 7 === 0)).size).toBeGreaterThan(40);
    }
  });

  it('has reliefs that lie below their base plane, and some that are cast from meshes', async () => {
    for (const key of ['silt', 'rosette'] as const) {
      const { data } = await source(key);
      expect(data.some((v) => v < -0.2)).toBe(true);
      expect(data.some((v) => v > 0.5)).toBe(true);
    }
    for (const key of ['mussel', 'pebble'] as const)
      expect((await source(key)).mesh?.indices.length).toBeGreaterThan(3 * 20_000);
  });

  for (const demo of BRUSHES)
    it(`has ${demo.name}, whose tip with a clear border draws a stroke in many grays`, async () => {
      const { id } = (await list<Listed>('/brushes')).find(({ name }) => name === demo.name) as Listed;
      const { brush, plates: kept } = parseBench(
        (await json<{ version: { body: unknown } }>(`/brushes/${id}`)).version.body,
      );
      const plates = new Map<string, Plate>();
      for (const [name, { sha256 }] of Object.entries(kept))
        plates.set(name, readPlateFile(await bytes(`/blobs/${sha256}`), name));
      const tip = fromPlate(plates.get(brush.coats[0].deck.cards[0].plate) as Plate);
      // the ends of a band that repeats meet: they run up to the border
      if (brush.coats[0].band?.fill !== 'repeat') expect(checkBorder(tip).verdict).toBe('clear');
      expect(coverage(tip)).toBeGreaterThan(0.005);
      expect(coverage(tip)).toBeLessThan(0.7);
      const pixels = printSheet(new InkEngine(), { brush, plates }, portraitStroke(340, 132), 'white');
      expect(new Set(pixels).size).toBeGreaterThan(100);
      const inked = pixels.filter((v, i) => i % 4 === 0 && v < 225).length / (340 * 132);
      expect(inked).toBeGreaterThan(0.01);
      expect(inked).toBeLessThan(0.7);
    });
});
