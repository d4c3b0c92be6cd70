import { findMarks } from '@amber-stamp/core/cut';
import type { Picture } from '@amber-stamp/core/raster';
import { scan, scanSize, SHEETS, type ScanOrder } from '@amber-stamp/demo/flatbed';
import { expect } from 'chai';

const order: ScanOrder = { sheet: 'blots', dpi: 150, seed: 5, dust: 1, tiltDeg: 1 };

/** The whole picture, and the shares that were told on the way. */
function scanned(wanted: ScanOrder): { picture: Picture; shares: number[] } {
  const { width, height } = scanSize(wanted.dpi);
  const data = new Uint8Array(width * height * 4);
  const shares: number[] = [];
  for (const part of scan(wanted)) {
    shares.push(part.share);
    if ('data' in part) data.set(part.data, part.top * width * 4);
  }
  return { picture: { width, height, channels: 4, data }, shares };
}

describe('the flatbed', () => {
  const first = scanned(order);
  it('gives the same bytes for the same order, others for another sheet number, dust or tilt', () => {
    expect(scanned(order).picture.data).to.deep.equal(first.picture.data);
    for (const other of [{ seed: 6 }, { dust: 0 }, { tiltDeg: -2 }])
      expect(scanned({ ...order, ...other }).picture.data).not.to.deep.equal(first.picture.data);
  });
  it('tells a share that only rises, up to the whole', () => {
    first.shares.forEach((share, i) => expect(share).to.be.at.least(first.shares[i - 1] ?? 0));
    expect(first.shares.at(-1)).to.equal(1);
  });
  it('fills every row, as large as the resolution says', () => {
    expect([first.picture.width, first.picture.height]).to.deep.equal([354, 248]);
    for (let i = 3; i < first.picture.data.length; i += 4) expect(first.picture.data[i]).to.equal(255);
  });
  for (const [sheet, { label, marks }] of Object.entries(SHEETS))
    it(`lays ${label} so that each mark is found alone`, () => {
      const { picture } = scanned({ ...order, sheet, dpi: 300 });
      expect(findMarks(picture, 'dark').length).to.be.within(marks.length - 1, marks.length + 2);
    });
});
