import { decodePlate, encodeTip, packSprites, tipEnding } from '@amber-stamp/core/formats';
import type { Plate } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { decode } from 'fast-png';

/** A blank plate with a filled rectangle. */
function plate(side: number, [x, y, w, h]: readonly [number, number, number, number], value = 65535): Plate {
  const data = new Uint16Array(side * side);
  for (let row = y; row < y + h; row++) data.fill(value, row * side + x, row * side + x + w);
  return { width: side, height: side, data };
}
const TIPS = [
  { name: 'a', plate: plate(64, [10, 20, 30, 12], 1000) },
  { name: 'b', plate: plate(40, [0, 0, 40, 40], 2000) },
  { name: 'c', plate: plate(20, [5, 5, 3, 9], 3000) },
];

describe('sprite sheets', () => {
  it('hold every value of every tip, what is blank around it left out, with the middle of its dab', () => {
    const { sheet, frames } = packSprites(TIPS, { padding: 2, bleed: 0 });
    for (const [i, frame] of frames.entries()) {
      const { plate: whole } = TIPS[i];
      const left = whole.width / 2 - frame.pivot.x;
      const top = whole.height / 2 - frame.pivot.y;
      for (let y = 0; y < whole.height; y++)
        for (let x = 0; x < whole.width; x++) {
          const inside = x >= left && y >= top && x < left + frame.width && y < top + frame.height;
          const value = inside ? sheet.data[(frame.y + y - top) * sheet.width + frame.x + x - left] : 0;
          if (value !== whole.data[y * whole.width + x]) expect.fail(`${frame.name} differs at ${x}, ${y}`);
        }
    }
    expect(frames.map(({ width, height }) => [width, height])).to.deep.equal([
      [30, 12],
      [40, 40],
      [3, 9],
    ]);
  });

  it('keep frames apart by the padding, and repeat their edges around them as far as the bleed', () => {
    const { sheet, frames } = packSprites(TIPS, { padding: 4, bleed: 2 });
    for (const a of frames)
      for (const b of frames) {
        if (a === b) continue;
        const apartX = Math.max(a.x - b.x - b.width, b.x - a.x - a.width);
        const apartY = Math.max(a.y - b.y - b.height, b.y - a.y - a.height);
        expect(Math.max(apartX, apartY)).to.be.at.least(4 + 2 * 2);
      }
    const [{ x, y }] = frames;
    expect(sheet.data[(y - 2) * sheet.width + x - 2]).to.equal(1000);
    expect(Math.min(...frames.map((frame) => Math.min(frame.x, frame.y)))).to.equal(2);
  });

  it('are the same for the same tips, and take a blank one too', () => {
    const tips = [...TIPS, { name: 'blank', plate: plate(8, [0, 0, 0, 0]) }];
    const wish = { padding: 1, bleed: 1 };
    expect(packSprites(tips, wish)).to.deep.equal(packSprites(tips, wish));
  });

  it('are refused where the tips do not fit on one', () => {
    const large = { name: 'large', plate: plate(8192, [0, 0, 8192, 8192]) };
    expect(() => packSprites([large, TIPS[0]], { padding: 0, bleed: 0 })).to.throw(/do not fit on one sheet/);
  });
});

describe('files of tips', () => {
  const tip = TIPS[0].plate;

  it('keep every value at 16 bit, and are rounded once at 8', () => {
    expect(decodePlate(encodeTip(tip, { bits: 16, blackPrints: false }), 'tip')).to.deep.equal(tip);
    const small = decode(encodeTip(tip, { bits: 8, blackPrints: false }));
    expect(small.depth).to.equal(8);
    expect(Array.from(small.data)).to.deep.equal(Array.from(tip.data, (v) => Math.floor(v / 257 + 0.5)));
  });

  it('where black prints are turned over, and say so in their name and their text', () => {
    const form = { bits: 16, blackPrints: true } as const;
    const turned = decode(encodeTip(tip, form));
    expect(Array.from(turned.data)).to.deep.equal(Array.from(tip.data, (v) => 65535 - v));
    expect(turned.text).to.deep.equal({ Comment: 'black prints' });
    expect([tipEnding(form), tipEnding({ ...form, blackPrints: false })]).to.deep.equal(['-black-prints.png', '.png']);
  });
});
