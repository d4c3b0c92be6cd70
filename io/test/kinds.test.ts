import { automaticRecipe, cutAll, guessPrints, plateReport } from '@amber-stamp/core/cut';
import type { Raster } from '@amber-stamp/core/raster';
import { decodePicture } from '@amber-stamp/io';
import { expect } from 'chai';
import sharp, { type Sharp } from 'sharp';

const [WIDTH, HEIGHT] = [300, 220];

/** A ragged blot off the middle, 0..1. */
function blot(x: number, y: number): number {
  const a = Math.atan2(y - 120, x - 170);
  const r = 60 + 9 * Math.sin(7 * a) + 4 * Math.sin(19 * a + 1);
  return Math.max(0, Math.min(1, r - Math.hypot(x - 170, y - 120) + 0.5));
}

/** Light under a lamp at the left: the right side of the paper is a third darker. */
const paper = (x: number) => 245 - (x / WIDTH) * 70;

function pixels(channels: 1 | 2 | 3 | 4, at: (x: number, y: number) => number[]): Sharp {
  const data = new Uint8Array(WIDTH * HEIGHT * channels);
  for (let y = 0; y < HEIGHT; y++) for (let x = 0; x < WIDTH; x++) data.set(at(x, y), (y * WIDTH + x) * channels);
  return sharp(data, { raw: { width: WIDTH, height: HEIGHT, channels } });
}

const grain = (x: number, y: number) => ((x * 7 + y * 13 + ((x * y) % 5)) % 9) - 4;
const inked = (x: number, y: number) => Math.round(paper(x) + (45 - paper(x)) * blot(x, y)) + grain(x, y);
const scanned = () => pixels(3, (x, y) => [inked(x, y), inked(x, y) - 3, inked(x, y) - 9].map((v) => Math.max(0, v)));
const even = () => pixels(1, (x, y) => [Math.round(238 - 200 * blot(x, y))]);
/** Black lines on nothing at all. */
const clear = (channels: 2 | 4) =>
  pixels(channels, (x, y) => [...Array<number>(channels - 1).fill(20), Math.round(255 * blot(x, y))]);

const FILES: Record<string, { make: () => Sharp; prints: string }> = {
  'blot.jpg': { make: () => scanned().jpeg({ quality: 88 }), prints: 'dark' },
  'blot-cmyk.jpg': { make: () => scanned().toColourspace('cmyk').jpeg({ quality: 92 }), prints: 'dark' },
  'blot-cmyk.tif': { make: () => scanned().toColourspace('cmyk').tiff({ compression: 'lzw' }), prints: 'dark' },
  'blot-16.png': { make: () => scanned().toColourspace('rgb16').png(), prints: 'dark' },
  'blot-16.tif': { make: () => scanned().toColourspace('rgb16').tiff({ compression: 'deflate' }), prints: 'dark' },
  'blot-palette.png': { make: () => scanned().png({ palette: true, colours: 24 }), prints: 'dark' },
  'blot-interlaced.png': { make: () => scanned().png({ progressive: true }), prints: 'dark' },
  'blot-two-tone.png': { make: () => even().threshold(128).png({ palette: true, colours: 2 }), prints: 'dark' },
  'blot-gray-alpha.png': { make: () => clear(2).png(), prints: 'alpha' },
  'blot-alpha.png': { make: () => clear(4).png(), prints: 'alpha' },
  'blot-alpha.webp': { make: () => clear(4).webp({ lossless: true }), prints: 'alpha' },
  'blot.gif': { make: () => even().toColourspace('srgb').gif(), prints: 'dark' },
  'blot-negative.png': { make: () => even().negate().png(), prints: 'light' },
  'blot.avif': { make: () => scanned().avif({ quality: 70 }), prints: 'dark' },
};

/** Where the plate prints: the box of what is clearly there, and its mean inside and around. */
function look(plate: Raster) {
  const box = { left: plate.width, right: 0, top: plate.height, bottom: 0 };
  plate.data.forEach((v, i) => {
    if (v < 0.4) return;
    const x = i % plate.width;
    const y = Math.floor(i / plate.width);
    box.left = Math.min(box.left, x);
    box.right = Math.max(box.right, x);
    box.top = Math.min(box.top, y);
    box.bottom = Math.max(box.bottom, y);
  });
  const at = (x: number, y: number) => plate.data[Math.round(y) * plate.width + Math.round(x)];
  const cx = (box.left + box.right) / 2;
  const cy = (box.top + box.bottom) / 2;
  return { box, middle: at(cx, cy), corner: at(box.left + 1, box.top + 1) };
}

describe('an automatic plate', () => {
  for (const [name, { make, prints }] of Object.entries(FILES))
    it(`of ${name} prints the mark, not the paper, whole and in the middle`, async () => {
      const picture = await decodePicture(await make().toBuffer(), name);
      expect([picture.width, picture.height]).to.deep.equal([WIDTH, HEIGHT]);
      const guess = guessPrints(picture);
      expect(guess.prints).to.equal(prints);
      const recipe = automaticRecipe(picture, guess.prints);
      const { raster, outcomes } = cutAll(picture, recipe);
      const report = plateReport(raster, recipe, outcomes);
      expect(report.border.max).to.be.at.most(0.02);
      expect(report.warnings).to.deep.equal([]);
      const { box, middle, corner } = look(raster);
      expect(middle, 'inside the mark').to.be.greaterThan(0.75);
      expect(corner, 'on the paper').to.be.lessThan(0.05);
      expect(Math.abs(box.left + box.right - raster.width + 1)).to.be.at.most(0.06 * raster.width);
      expect(Math.abs(box.top + box.bottom - raster.height + 1)).to.be.at.most(0.06 * raster.height);
      expect(box.right - box.left).to.be.greaterThan(0.7 * raster.width);
      expect(report.specks).to.equal(0);
    });

  it('keeps the full depth of a 16-bit source: more values than 8 bit could give', async () => {
    const picture = await decodePicture(
      await sharp(
        Uint16Array.from({ length: WIDTH * HEIGHT }, (_, i) => {
          const x = i % WIDTH;
          const y = Math.floor(i / WIDTH);
          return 62000 - 50000 * Math.max(0, 1 - Math.hypot(x - 150, y - 110) / 90) ** 2;
        }),
        { raw: { width: WIDTH, height: HEIGHT, channels: 1 } },
      )
        .toColourspace('grey16')
        .png()
        .toBuffer(),
      'deep.png',
    );
    expect(picture.data).to.be.instanceOf(Uint16Array);
    const recipe = automaticRecipe(picture, 'dark');
    const { raster, outcomes } = cutAll(picture, recipe);
    expect(plateReport(raster, recipe, outcomes).levels).to.be.greaterThan(2000);
  });
});
