import type { Plate } from '@amber-stamp/core/raster';
import { isSoft } from '@amber-stamp/core/vary';
import { expect } from 'chai';

/** A disc that runs out over some share of its radius. */
function disc(side: number, softness: number, most = 65535): Plate {
  const data = new Uint16Array(side * side);
  const radius = side * 0.45;
  for (let i = 0; i < data.length; i++) {
    const d = Math.hypot((i % side) + 0.5 - side / 2, Math.floor(i / side) + 0.5 - side / 2) / radius;
    data[i] = most * Math.min(1, Math.max(0, (1 - d) / Math.max(softness, 1 / radius)));
  }
  return { width: side, height: side, data };
}

describe('a soft outline', () => {
  it('is told by how far it runs out, whatever the size and the tone', () => {
    for (const side of [32, 200, 900])
      for (const most of [65535, 9000]) {
        expect(isSoft(disc(side, 0.6, most)), `soft ${side} ${most}`).to.equal(true);
        expect(isSoft(disc(side, 0.02, most)), `hard ${side} ${most}`).to.equal(false);
      }
  });

  it('is not one of a texture, however gray, nor of a blank plate', () => {
    const { width, height, data } = disc(200, 0.02);
    const grainy = { width, height, data: data.map((v, i) => (v === 0 ? 0 : 20000 + ((i * 7919) % 40000))) };
    expect(isSoft(grainy)).to.equal(false);
    expect(isSoft({ width, height, data: new Uint16Array(width * height) })).to.equal(false);
  });
});
