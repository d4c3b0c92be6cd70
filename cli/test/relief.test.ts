import { decodeSource } from '@amber-stamp/io';
import { encodeObj } from '@amber-stamp/core/formats';
import { plainBrush } from '@amber-stamp/core/model';
import { solidMesh } from '@amber-stamp/core/relief';
import { encodeExr, exrPicture } from '@amber-stamp/core/exr';
import { encodeFloatTiff } from '../../core/src/formats/tiff.ts';
import { expect } from 'chai';
import { decode } from 'fast-png';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { runAmber } from './run.ts';

const folder = mkdtempSync(join(tmpdir(), 'amber-relief-'));
const at = (name: string): string => join(folder, name);
const W = 40;
const H = 30;
/** Heights below the base plane and above 1. */
const heights = {
  width: W,
  height: H,
  data: Float32Array.from({ length: W * H }, (_, i) => Math.sin(i * 0.31) * 1.7 + (i % W) / 90),
};
const plate = (source: string, out: string, ...more: string[]) =>
  runAmber(folder, ['plate', '--source', at(source), '--out', at(out), ...more]);
const floatsOf = (name: string): Float32Array => exrPicture(readFileSync(at(name)), name).data as Float32Array;

describe('plates of heights on the command line', () => {
  before(async () => {
    writeFileSync(at('h.exr'), await encodeExr(heights, 'float'));
    writeFileSync(at('h.tif'), encodeFloatTiff(heights));
    writeFileSync(
      at('holed.tif'),
      encodeFloatTiff({ ...heights, data: heights.data.map((v, i) => (i < 3 ? NaN : v)) }),
    );
    writeFileSync(at('ball.obj'), encodeObj(solidMesh('ball')));
  });

  it('a height written and read is the same float, through OpenEXR and TIFF', () => {
    for (const [from, to] of [
      ['h.exr', 'a.exr'],
      ['h.exr', 'a.tif'],
      ['a.tif', 'b.exr'],
      ['h.tif', 'c.exr'],
    ]) {
      const { status, err } = plate(from, to);
      expect([status, err], `${from} ${to}`).to.deep.equal([0, '']);
    }
    for (const name of ['a.exr', 'b.exr', 'c.exr']) expect(floatsOf(name), name).to.deep.equal(heights.data);
  });
  it('a float TIFF says the same to other readers', async () => {
    const reader = sharp(readFileSync(at('h.tif')))
      .pipelineColourspace('b-w')
      .toColourspace('b-w');
    const { data, info } = await reader.raw({ depth: 'float' }).toBuffer({ resolveWithObject: true });
    expect([info.width, info.height, info.channels]).to.deep.equal([W, H, 1]);
    expect(new Float32Array(data.buffer, data.byteOffset, W * H)).to.deep.equal(heights.data);
  });
  it('equal pictures in different layouts of TIFF give equal plates', async () => {
    const values = Uint16Array.from({ length: W * H }, (_, i) => (i * 1237) % 65536);
    const plain = sharp(values, { raw: { width: W, height: H, channels: 1 } }).toColourspace('grey16');
    const layouts = [
      { compression: 'none' },
      { compression: 'lzw', predictor: 'horizontal' },
      { compression: 'deflate', tile: true, tileWidth: 16, tileHeight: 16 },
      { compression: 'deflate', bigtiff: true },
    ] as const;
    writeFileSync(
      at('r.json'),
      JSON.stringify({ format: 'amber-stamp/recipe', version: 1, steps: [{ step: 'heights', base: 'middle' }] }),
    );
    const made: Float32Array[] = [];
    for (const [k, layout] of layouts.entries()) {
      writeFileSync(at(`t${k}.tif`), await plain.clone().tiff(layout).toBuffer());
      const { status, err } = plate(`t${k}.tif`, `t${k}.exr`, '--recipe', at('r.json'));
      expect([status, err]).to.deep.equal([0, '']);
      made.push(floatsOf(`t${k}.exr`));
    }
    for (const one of made.slice(1)) expect(one).to.deep.equal(made[0]);
    expect(Math.min(...made[0])).to.be.lessThan(-0.9);
  });
  it('values that are no numbers are refused by the name of the file, or filled where the recipe says so', () => {
    const refused = plate('holed.tif', 'no.exr');
    expect([refused.status, refused.err.trim()]).to.deep.equal([
      1,
      'holed.tif has 3 values that are not numbers; let the heights step fill them, or export it again.',
    ]);
    expect(existsSync(at('no.exr'))).to.equal(false);
    const steps = [{ step: 'heights', base: 'typed', unit: 'file', holes: 'fill' }];
    writeFileSync(at('fill.json'), JSON.stringify({ format: 'amber-stamp/recipe', version: 1, steps }));
    const filled = plate('holed.tif', 'yes.exr', '--recipe', at('fill.json'));
    expect([filled.status, filled.err]).to.deep.equal([0, '']);
    expect(floatsOf('yes.exr').every((v) => Number.isFinite(v))).to.equal(true);
    expect(floatsOf('yes.exr')[10]).to.equal(heights.data[10]);
  });
  it('leave 0..1 in a 16-bit file with a note of how they were spread, and are half of it about the middle where asked', () => {
    expect(plate('h.exr', 'p.png').status).to.equal(0);
    const png = decode(readFileSync(at('p.png')));
    const { low, high } = JSON.parse(png.text.Heights) as { low: number; high: number };
    expect(low + (png.data[77] / 65535) * (high - low)).to.be.closeTo(heights.data[77], 1e-4);
    expect(plate('h.exr', 'm.exr', '--base', 'mid').status).to.equal(0);
    expect(floatsOf('m.exr')[77]).to.equal(Math.fround(0.5 + heights.data[77] / 2));
  });
  it('come back from such a file to its own step, without a word about where the base is', () => {
    for (const more of [[], ['--base', 'mid']]) {
      expect(plate('h.exr', 'there.png', ...more, '--force').status).to.equal(0);
      expect(plate('there.png', 'back.exr', '--force').status).to.equal(0);
      const { low, high } = JSON.parse(decode(readFileSync(at('there.png'))).text.Heights) as Record<string, number>;
      const back = floatsOf('back.exr');
      const step = (high - low) / 65535;
      heights.data.forEach((v, i) => expect(back[i]).to.be.closeTo(v, 0.51 * step));
    }
  });
  it('are written as moves, which go up by as much as the heights do, and only into an OpenEXR', async () => {
    expect(plate('h.exr', 'moves.exr', '--displacement').status).to.equal(0);
    const { width, channels, data } = await decodeSource(readFileSync(at('moves.exr')), 'moves.exr');
    expect([width, channels]).to.deep.equal([heights.width, 3]);
    const moved = (i: number) => [0, 1, 2].map((k) => Number(data[3 * i + k]));
    const highest = heights.data.indexOf(Math.max(...heights.data));
    const lowest = heights.data.indexOf(Math.min(...heights.data));
    expect(moved(highest)[2]).to.be.greaterThan(moved(lowest)[2]);
    expect(moved(highest).slice(0, 2)).to.deep.equal([0, 0]);
    expect(plate('h.exr', 'moves.png', '--displacement').status).to.equal(2);
  });
  it('are written as directions with the green that is asked for', () => {
    for (const green of ['up', 'down'])
      expect(plate('h.exr', `${green}.png`, '--normals', green, '--strength', '50').status).to.equal(0);
    const [up, down] = ['up', 'down'].map((name) => decode(readFileSync(at(`${name}.png`))));
    expect([up.channels, up.depth]).to.deep.equal([3, 8]);
    expect(up.data[3 * 500 + 1] + down.data[3 * 500 + 1]).to.be.within(254, 256);
    expect(plate('h.exr', 'n.exr', '--normals', 'up').status).to.equal(2);
  });
  it('are cast from a mesh without a recipe, and print in a stroke like any other plate', () => {
    expect(plate('ball.obj', 'ball.exr').status).to.equal(0);
    const ball = floatsOf('ball.exr');
    expect(ball).to.have.length(512 * 512);
    expect(ball[256 * 512 + 256]).to.be.greaterThan(0.99);
    writeFileSync(at('brush.json'), JSON.stringify(plainBrush('Ball', 'ball.exr')));
    const points = [40, 200].map((x, k) => ({ x, y: 50, t: 300 * k }));
    writeFileSync(at('s.json'), JSON.stringify({ width: 240, height: 100, strokes: [{ points }] }));
    const { status, err } = runAmber(folder, [
      'stroke',
      '--brush',
      at('brush.json'),
      '--strokes',
      at('s.json'),
      '--out',
      at('o.png'),
    ]);
    expect([status, err]).to.deep.equal([0, '']);
    expect(Math.min(...decode(readFileSync(at('o.png'))).data)).to.be.lessThan(60);
  });
});
