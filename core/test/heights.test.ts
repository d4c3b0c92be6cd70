import { guessBase, heightsOfSource } from '../src/cut/reading.ts';
import { normalMap } from '../src/relief/normal-map.ts';
import {
  cut,
  guessReading,
  makeRecipe,
  makesRelief,
  makeStep,
  profileOf,
  readingOf,
  recipeForReading,
  type ParamValue,
} from '@amber-stamp/core/cut';
import { AmberError } from '@amber-stamp/core/errors';
import { spanFromText } from '@amber-stamp/core/formats';
import { checkBorder, heightPlate, heightsOf, raster, type Picture } from '@amber-stamp/core/raster';
import { LAMP, shadeHeights } from '@amber-stamp/core/relief';
import { encodeDisplacement, exrPicture, plateFile, readPlateFile } from '@amber-stamp/core/exr';
import { reliefFile, USUAL_WISH } from '@amber-stamp/core/relief-file';
import { expect } from 'chai';
import { decode } from 'fast-png';
import { FloatType } from 'three';
import { EXRLoader } from 'three/examples/jsm/loaders/EXRLoader.js';
import { at, field } from './helpers/fields.ts';

/** A bowl in a plain: the plain at 3, the floor of the bowl at 1, a hill of 7 beside it. */
const land = field(
  80,
  60,
  (x, y) =>
    3 - 2 * Math.max(0, 1 - Math.hypot(x - 25, y - 30) / 15) + 4 * Math.max(0, 1 - Math.hypot(x - 58, y - 30) / 12),
);
const read = (picture: Picture, values: Record<string, ParamValue>) =>
  cut(picture, makeRecipe([makeStep('heights', values)]));

describe('heights', () => {
  it('have their base plane at the darkest, the border, the middle or a typed value, and keep what lies below', () => {
    const border = read(land, { base: 'border' });
    expect(at(border, 0, 0)).to.equal(0);
    expect(at(border, 58, 30)).to.be.closeTo(1, 1e-6);
    expect(at(border, 25, 30)).to.be.closeTo(-0.5, 1e-6);
    const darkest = read(land, { base: 'darkest' });
    expect(at(darkest, 25, 30)).to.equal(0);
    expect(at(darkest, 0, 0)).to.be.closeTo(2 / 6, 1e-6);
    expect(at(read(land, { base: 'middle' }), 58, 30)).to.be.closeTo(1, 1e-6);
    expect(at(read(land, { base: 'typed', baseAt: 5, unit: 'typed', unitIs: 4 }), 0, 0)).to.equal(-0.5);
  });
  it('keep every float where the base is 0 and the unit that of the file', () => {
    const wild = field(9, 7, (x, y) => Math.sin(x * 3.1 + y) * 1e3 - 5e-7 * x);
    expect(read(wild, { base: 'typed', unit: 'file' }).data).to.deep.equal(wild.data);
  });
  it('take half gray of a whole-number file as the middle', () => {
    const data = new Uint16Array(64).fill(32768);
    data[20] = 65535;
    const sixteen: Picture = { width: 8, height: 8, channels: 1, data };
    const made = read(sixteen, { base: 'middle', unit: 'highest' });
    expect(at(made, 0, 0)).to.be.closeTo(0, 2e-5);
    expect(made.data[20]).to.be.closeTo(1, 1e-6);
    expect(guessBase(sixteen).base).to.equal('middle');
  });
  it('come from the channel that is named', () => {
    const data = new Float32Array(3 * 16).map((_, i) => (i % 3) + Math.floor(i / 3) / 16);
    const three: Picture = { width: 4, height: 4, channels: 3, data };
    const green = read(three, { channel: 'green', base: 'typed', unit: 'file' });
    expect(green.data[5]).to.be.closeTo(1 + 5 / 16, 1e-6);
    expect(read(three, { base: 'typed', unit: 'file' }).data[5]).to.be.closeTo(1 + 5 / 16, 1e-6);
  });
  it('count values that are no numbers, and refuse them or fill them from their neighbours', () => {
    const holed = field(12, 12, (x, y) => (x > 3 && x < 7 && y > 4 && y < 8 ? NaN : 2 + x * 0.1));
    const refused = () => read(holed, {});
    expect(refused).to.throw(AmberError, 'The source has 9 values that are not numbers');
    const filled = read(holed, { holes: 'fill', base: 'typed', unit: 'file' });
    expect(filled.data.every((v) => Number.isFinite(v))).to.equal(true);
    expect(at(filled, 5, 6)).to.be.within(2.3, 2.7);
    expect(() => cut(holed, makeRecipe([makeStep('gray')]))).to.throw('9 values');
  });
  it('are what a float file is taken for, a whole-number file for what prints', () => {
    expect(guessReading(land).reading).to.equal('heights');
    const bytes: Picture = { width: 8, height: 8, channels: 1, data: new Uint8Array(64).map((_, i) => (i % 9) * 20) };
    expect(guessReading(bytes).reading).not.to.equal('heights');
    const recipe = recipeForReading(land, 'heights');
    expect(readingOf(recipe)).to.equal('heights');
    expect(recipe.steps[0].base).to.equal('border');
  });
  it('are told by a cut through their middle row with every base plane', () => {
    const { values, low, high, bases, holes } = profileOf(land, makeStep('heights'), 40);
    expect(values).to.have.length(40);
    expect([low, high, holes]).to.deep.equal([1, 7, 0]);
    expect(bases).to.deep.equal({ darkest: 1, middle: 4, border: 3 });
  });
});

describe('a relief', () => {
  it('is what heights, a cast and clay make, until gray begins anew', () => {
    const relief = (...names: string[]) => makesRelief(makeRecipe(names.map((name) => makeStep(name))));
    expect(relief('heights', 'fit', 'fade')).to.equal(true);
    expect(relief('cast')).to.equal(true);
    expect(relief('gray', 'levels')).to.equal(false);
    expect(relief('heights', 'gray')).to.equal(false);
    expect(makesRelief(makeRecipe([{ ...makeStep('heights'), on: false }]))).to.equal(false);
  });
  it('shows a step at its rim whether it goes up or down, and a moved base or a fall-off cures it', () => {
    const sunk = field(64, 64, (x, y) => (Math.hypot(x - 32, y - 32) < 20 ? 0.8 : -0.3));
    const steps = [makeStep('heights', { base: 'typed', unit: 'file' })];
    const verdict = (...more: ReturnType<typeof makeStep>[]) =>
      checkBorder(cut(sunk, makeRecipe([...steps, ...more]))).verdict;
    expect(verdict()).to.equal('square');
    expect(verdict(makeStep('base'))).to.equal('clear');
    expect(verdict(makeStep('falloff'))).to.equal('clear');
    expect(verdict(makeStep('fade'))).to.equal('clear');
  });
  it('moves and stretches about its base without cutting anything off', () => {
    const made = cut(land, makeRecipe([makeStep('heights', { base: 'border' }), makeStep('base', { gainPct: -200 })]));
    expect(at(made, 58, 30)).to.be.closeTo(-2, 1e-5);
    expect(at(made, 25, 30)).to.be.closeTo(1, 1e-5);
  });
  it('is kept in a file with every float', async () => {
    const raster = read(land, { base: 'border' });
    const plate = heightPlate(raster);
    const back = readPlateFile(plateFile(plate), 'p.exr');
    expect(back.heights).to.deep.equal(raster.data);
    expect(back.data).to.deep.equal(plate.data);
    expect(heightsOf(back).data).to.deep.equal(raster.data);
    const plain = readPlateFile(plateFile({ width: 4, height: 4, data: new Uint16Array(16).fill(77) }), 'p.png');
    expect([plain.heights, plain.data[3]]).to.deep.equal([undefined, 77]);
  });
  it('comes back as deep as it was from a file whose middle value changes nothing', async () => {
    const heights = raster(48, 48);
    for (let i = 0; i < heights.data.length; i++) {
      const r = Math.hypot((i % 48) - 24, Math.floor(i / 48) - 24) / 24;
      heights.data[i] = r < 0.4 ? 1.75 * (0.4 - r) : r < 0.8 ? -0.5 * (0.8 - r) : 0;
    }
    const picture = exrPicture(await reliefFile(heights, { ...USUAL_WISH, base: 'mid' }), 'mid.exr');
    expect(guessBase(picture).base).to.equal('middle');
    const back = cut(picture, makeRecipe([heightsOfSource(picture, 'refuse')]));
    let off = 0;
    back.data.forEach((v, i) => (off = Math.max(off, Math.abs(v - heights.data[i]))));
    expect(off).to.be.below(1e-6);
  });

  it('is kept as one channel that other readers give back bit by bit, smooth or rough', () => {
    const smooth = field(50, 37, (x, y) => Math.sin(x / 9) * y);
    const rough = field(50, 37, (x, y) => Math.sin(x * 12.9898 + y * 78.233) * 43758.5453);
    for (const { width, height, data } of [smooth, rough]) {
      const values = Float32Array.from(data);
      const file = plateFile(heightPlate({ width, height, data: values }));
      const read = new EXRLoader().setDataType(FloatType).parse(new Uint8Array(file).buffer);
      expect([read.width, read.height]).to.deep.equal([width, height]);
      // the library gives the lowest row first
      const upright = values.map((_, i) => values[(height - 1 - Math.floor(i / width)) * width + (i % width)]);
      expect(values.map((_, i) => Number(read.data?.[4 * i]))).to.deep.equal(upright);
      expect(readPlateFile(file, 'p.exr').heights).to.deep.equal(values);
    }
  });
  it('is spread over a 16-bit file where it leaves 0..1, and the file says how', async () => {
    const raster = read(land, { base: 'border' });
    const png = decode(await reliefFile(raster, { ...USUAL_WISH, form: 'png' }));
    const { low, high, base } = JSON.parse(png.text.Heights) as Record<string, number>;
    expect([low, high]).to.deep.equal([Math.min(...raster.data), 1]);
    expect(base).to.be.closeTo(1 / 3, 1e-5);
    raster.data.forEach((v, i) => expect(low + (png.data[i] / 65535) * (high - low)).to.be.closeTo(v, 2e-5));
    const mid = decode(await reliefFile(raster, { ...USUAL_WISH, form: 'png', base: 'mid' }));
    expect(mid.data[0]).to.equal(32768);
  });
  it('is not believed where the file says something that cannot be', () => {
    const told = (text: string) => spanFromText({ Heights: text });
    expect(told('{"low":-2,"high":3}')).to.deep.equal({ low: -2, high: 3 });
    for (const text of ['', '[]', 'null', '{"low":1,"high":1}', '{"low":"0","high":1}', '{"low":0,"high":1e300}'])
      expect(told(text), text).to.equal(undefined);
    expect(spanFromText({})).to.equal(undefined);
    expect(spanFromText(undefined)).to.equal(undefined);
  });
  it('with overhangs is written as three colours', async () => {
    const moves = Float32Array.from({ length: 48 }, (_, i) => Math.cos(i) / 7);
    const bytes = await encodeDisplacement({ width: 4, height: 4 }, moves, 'float');
    const { exrPicture } = await import('@amber-stamp/core/exr');
    expect(exrPicture(bytes, 'd.exr')).to.deep.equal({ width: 4, height: 4, channels: 3, data: moves });
  });
});

describe('light', () => {
  const ramp = (slope: number) => {
    const { width, height, data } = field(40, 40, (x) => x * slope);
    return { width, height, data: data as Float32Array };
  };
  it('is the same on every flat place, more on slopes towards the lamp and less on those away from it', () => {
    const lit = (slope: number) => at(shadeHeights(ramp(slope), { ...LAMP, azimuthDeg: -90 }), 20, 20);
    expect(lit(0)).to.be.closeTo(0.55, 1e-6);
    expect(lit(0.05)).to.be.greaterThan(0.6);
    expect(lit(-0.05)).to.be.lessThan(0.5);
  });
  it('as directions is 128, 128, 255 where it is flat, and green follows the hand that is asked for', () => {
    const map = (green: 'up' | 'down', tall: (x: number, y: number) => number) => {
      const { width, height, data } = field(20, 20, tall);
      const out = normalMap({ width, height, data: data as Float32Array }, { green, strengthPct: 100 });
      return [...out.subarray(3 * (10 * 20 + 10), 3 * (10 * 20 + 10) + 3)];
    };
    expect(map('up', () => 4)).to.deep.equal([128, 128, 255]);
    const [red] = map('up', (x) => x / 20);
    expect(red).to.be.lessThan(128);
    const up = map('up', (_, y) => -y / 20)[1];
    const down = map('down', (_, y) => -y / 20)[1];
    expect(up).to.be.lessThan(128);
    expect(up + down).to.be.within(254, 256);
  });
});
