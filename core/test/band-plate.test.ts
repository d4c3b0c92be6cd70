import { endsMeet } from '@amber-stamp/core/cut';
import type { Brush, PenStroke } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import { dabsOf } from '@amber-stamp/core/vary';
import { expect } from 'chai';
import { valueOn } from '../src/ink/band/band-level.ts';
import { PieceLevels } from '../src/ink/band/levels.ts';
import { unroll } from '../src/ink/band/unroll.ts';
import { banded, bend, covered, even, plateOf, ramp, waves } from './helpers/bands.ts';

/** The middle line of a stroke of one width as places one px apart, and how far each is along it. */
function middleLine(brush: Brush, stroke: PenStroke) {
  const { x, y, count } = dabsOf(brush, 0, stroke, 0);
  const s = new Float64Array(count);
  for (let i = 1; i < count; i++) s[i] = s[i - 1] + Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]);
  return { x, y, s, count };
}

/** The nearest place of a middle line to a pixel, by looking at all of it: how far along, how far off, on which side. */
function nearest({ x, y, s, count }: ReturnType<typeof middleLine>, px: number, py: number) {
  const best = { away: Infinity, along: 0, side: 1 };
  for (let i = 0; i + 1 < count; i++) {
    const [dx, dy] = [x[i + 1] - x[i], y[i + 1] - y[i]];
    const [qx, qy] = [px - x[i], py - y[i]];
    const t = Math.max(0, Math.min(1, (qx * dx + qy * dy) / (dx * dx + dy * dy)));
    const away = Math.hypot(qx - t * dx, qy - t * dy);
    if (away >= best.away) continue;
    Object.assign(best, { away, along: s[i] + t * (s[i + 1] - s[i]), side: dx * qy - dy * qx < 0 ? -1 : 1 });
  }
  return best;
}

describe('a band beside a reference in float64 that looks at the whole way for every pixel', () => {
  // as high as the band is wide, so that nothing is reduced; smooth, so that a place slightly off is seen as little off
  const soft = plateOf((u, v) => Math.sin(Math.PI * v) ** 2 * (0.5 + 0.5 * Math.sin(2 * Math.PI * u)), 120, 40);
  const winding: PenStroke = {
    points: Array.from({ length: 30 }, (_, k) => bend(30 + 8 * k, 100 + 45 * Math.sin(k / 4), 10 * k)),
  };
  const value = (u: number, v: number) => Math.sin(Math.PI * v) ** 2 * (0.5 + 0.5 * Math.sin(2 * Math.PI * u));

  it('is off by less than a 255th in the mean, and nowhere by more than a twentieth', () => {
    const brush = banded({ fill: 'repeat' });
    const line = middleLine(brush, winding);
    const total = line.s[line.count - 1];
    const repeats = Math.round(total / 120);
    const at = covered(brush, soft, 300, 200, winding);
    let [sum, most, count] = [0, 0, 0];
    for (let y = 0; y < 200; y++)
      for (let x = 0; x < 300; x++) {
        const { away, along, side } = nearest(line, x + 0.5, y + 0.5);
        // at both ends the band is cut straight, and a pixel there is covered in part
        if (away > 19.5 || along <= 0.5 || along >= total - 0.5) continue;
        const off = Math.abs(at[y * 300 + x] - value((along / total) * repeats, 0.5 + (side * away) / 40));
        sum += off;
        most = Math.max(most, off);
        count++;
      }
    expect(count).to.be.above(9000);
    expect(sum / count).to.be.below(1 / 255);
    expect(most).to.be.below(1 / 20);
  });
});

/** The level of a plate for so many of its px a px of the sheet, along the band and across it. */
const bandLevel = (plate: Plate, along: number, across: number) =>
  new PieceLevels(plate, 1, across).at(plate.width / along);

describe('a plate along a band', () => {
  it('shows a joint where its two ends do not meet, and none where they do or its values hardly differ', () => {
    expect(endsMeet(waves)).to.equal(true);
    expect(endsMeet(even)).to.equal(true);
    expect(endsMeet(ramp)).to.equal(false);
    expect(endsMeet(plateOf((u) => 0.5 + 0.004 * u))).to.equal(true);
  });

  it('keeps its mean however far it is reduced, and tiles where it tiled', () => {
    for (const by of [1, 1.3, 2, 3.7, 9]) {
      const level = bandLevel(waves, by, by);
      const mean = level.data.reduce((sum, v) => sum + v, 0) / level.data.length;
      expect(mean).to.be.closeTo(waves.data.reduce((sum, v) => sum + v, 0) / 65535 / waves.data.length, 1e-4);
      expect(valueOn(level, 0, 0.5, true)).to.be.closeTo(valueOn(level, 1, 0.5, true), 1e-6);
    }
  });

  it('is nothing beyond its ends where it does not tile', () => {
    expect(valueOn(bandLevel(even, 1, 1), -0.1, 0.5, false)).to.equal(0);
    expect(valueOn(bandLevel(even, 1, 1), 0.5, 1.2, true)).to.equal(0);
  });

  it('comes as often as it fits best', () => {
    const band = {
      fill: 'repeat',
      turnAbout: false,
      head: 0,
      tail: 0,
      length: 100,
      corner: 'round',
      overlap: 12,
    } as const;
    for (const [px, repeats] of [
      [40, 1],
      [170, 1],
      [190, 2],
      [360, 3],
    ])
      expect(unroll(band, { from: 0, to: px / 120, first: 0 }, 3, () => 0).repeats, `${px} px`).to.equal(repeats);
  });
});
