import { automaticRecipe, cutAll, guessPrints, plateReport } from '@amber-stamp/core/cut';
import type { Picture, Raster } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { chance6 } from '../src/maths/hash.ts';
import { contentBox } from '../src/raster/content-box.ts';

const noise = (x: number, y: number, seed = 1) => chance6(x, y, seed, 0, 0, 0) - 0.5;

/** A picture of light on paper or on a slide: `mark` says how much of a mark is at a place, `light` the ground's value. */
function lit(
  width: number,
  height: number,
  light: (x: number, y: number) => number,
  mark: (x: number, y: number) => number,
  { ink = 40, rough = 10 } = {},
): Picture {
  const data = new Uint8Array(width * height * 3);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const ground = light(x / width, y / height);
      const v = ground + (ink * (ground / 235) - ground) * mark(x, y) + rough * noise(x, y);
      data.fill(Math.max(0, Math.min(255, Math.round(v))), (y * width + x) * 3, (y * width + x) * 3 + 3);
    }
  return { width, height, channels: 3, data };
}

const even = () => 235;
/** A lamp at one corner: the other is 45 % darker. */
const lamp = (x: number, y: number) => 245 - 70 * x - 45 * y - 30 * (x - 0.5) ** 2;
const vignette = (x: number, y: number) => 240 - 150 * ((x - 0.5) ** 2 + (y - 0.5) ** 2);

const disc = (cx: number, cy: number, r: number) => (x: number, y: number) =>
  Math.max(0, Math.min(1, r - Math.hypot(x - cx, y - cy) + 0.5));
/** Lines of looped writing. */
const writing = (x: number, y: number) => {
  if (x < 60 || x > 540 || y < 50 || y > 350) return 0;
  const row = Math.floor((y - 50) / 50);
  const middle = 75 + 50 * row + 11 * Math.sin(x / 4.3 + row) * Math.cos(x / 23 + row * 2);
  const gap = Math.sin(x / 31 + row * 5) > 0.8;
  return gap ? 0 : Math.max(0, Math.min(1, 3.2 - Math.abs(y - middle)));
};
const coins = (x: number, y: number) =>
  Math.max(disc(180, 200, 90)(x, y), disc(400, 150, 70)(x, y), disc(390, 310, 55)(x, y));

const CASES: Record<string, { picture: Picture; prints: string; mark: (x: number, y: number) => number }> = {
  'a blot on even paper': {
    picture: lit(600, 400, even, disc(260, 210, 110)),
    prints: 'dark',
    mark: disc(260, 210, 110),
  },
  'a page of handwriting under a lamp': { picture: lit(600, 400, lamp, writing), prints: 'dark', mark: writing },
  'coins on uneven light': { picture: lit(600, 400, lamp, coins, { ink: 110 }), prints: 'dark', mark: coins },
  'a mark that fills most of a vignetted page': {
    picture: lit(500, 500, vignette, disc(250, 250, 205)),
    prints: 'dark',
    mark: disc(250, 250, 205),
  },
  'a pale mark on a dark slide': {
    picture: lit(500, 400, () => 30, disc(240, 200, 90), { ink: 1700 }),
    prints: 'light',
    mark: disc(240, 200, 90),
  },
};

/** Mean of a plate over marks and beside them; the plate is brought back to the picture through its content box. */
function printed(plate: Raster, picture: Picture, mark: (x: number, y: number) => number) {
  const field = {
    width: picture.width,
    height: picture.height,
    data: new Float32Array(picture.width * picture.height),
  };
  for (let y = 0; y < picture.height; y++)
    for (let x = 0; x < picture.width; x++) field.data[y * picture.width + x] = mark(x, y);
  const from = contentBox(field, 0.5);
  const to = contentBox(plate, 0.3);
  if (!from || !to) throw new Error('nothing prints');
  const sums = { on: 0, onCount: 0, off: 0, offCount: 0 };
  for (let y = to.y0; y < to.y1; y++)
    for (let x = to.x0; x < to.x1; x++) {
      const u = from.x0 + ((x + 0.5 - to.x0) / (to.x1 - to.x0)) * (from.x1 - from.x0) - 0.5;
      const v = from.y0 + ((y + 0.5 - to.y0) / (to.y1 - to.y0)) * (from.y1 - from.y0) - 0.5;
      const value = plate.data[y * plate.width + x];
      const inside = mark(u, v);
      if (inside > 0.99 && mark(u - 2, v) > 0.99 && mark(u + 2, v) > 0.99) {
        sums.on += value;
        sums.onCount++;
      } else if (
        inside === 0 &&
        mark(u - 4, v) === 0 &&
        mark(u + 4, v) === 0 &&
        mark(u, v - 4) + mark(u, v + 4) === 0
      ) {
        sums.off += value;
        sums.offCount++;
      }
    }
  return { on: sums.on / sums.onCount, off: sums.off / Math.max(1, sums.offCount) };
}

describe('the automatic recipe', () => {
  for (const [name, { picture, prints, mark }] of Object.entries(CASES))
    it(`prints the mark and not the ground of ${name}`, () => {
      const guess = guessPrints(picture);
      expect(guess.prints).to.equal(prints);
      const recipe = automaticRecipe(picture, guess.prints);
      const { raster, outcomes } = cutAll(picture, recipe);
      const report = plateReport(raster, recipe, outcomes);
      expect(report.border.max).to.be.at.most(0.02);
      expect(report.warnings).to.deep.equal([]);
      const found = printed(raster, picture, mark);
      expect(found.on, 'on the mark').to.be.greaterThan(0.6);
      expect(found.off, 'beside it').to.be.lessThan(0.04);
    });

  it('evens the light only where it is uneven', () => {
    const steps = (picture: Picture) => automaticRecipe(picture, 'dark').steps.map((s) => s.step);
    expect(steps(CASES['a blot on even paper'].picture)).not.to.include('light');
    expect(steps(CASES['coins on uneven light'].picture)).to.include('light');
  });

  it('tells of a mark that is cut by the frame of its source', () => {
    const picture = lit(400, 300, even, disc(390, 150, 80));
    const recipe = automaticRecipe(picture, 'dark');
    const { raster, outcomes } = cutAll(picture, recipe);
    expect(plateReport(raster, recipe, outcomes).warnings.join(' ')).to.contain('cut by the frame');
  });

  it('keeps the small marks of a page of small marks, and takes dust beside one large mark', () => {
    const dots = (x: number, y: number) =>
      disc(20 + 40 * Math.round((x - 20) / 40), 20 + 40 * Math.round((y - 20) / 40), 7)(x, y);
    const inner = (x: number, y: number) => (x > 30 && y > 30 && x < 370 && y < 270 ? dots(x, y) : 0);
    const page = lit(400, 300, even, inner);
    const pageRecipe = automaticRecipe(page, 'dark');
    const facts = cutAll(page, pageRecipe).outcomes.map((o) => o.facts);
    expect(facts.find((f) => f.removed !== undefined)?.removed).to.equal(0);
    const dusty = lit(800, 800, even, (x, y) =>
      Math.max(disc(400, 400, 250)(x, y), disc(80, 80, 2)(x, y), disc(700, 90, 2)(x, y)),
    );
    const removed = cutAll(dusty, automaticRecipe(dusty, 'dark')).outcomes.map((o) => o.facts.removed);
    expect(removed).to.include(2);
  });
});
