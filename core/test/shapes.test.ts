import {
  makeFigure,
  makeShapes,
  parseShapes,
  renderShapes,
  SHAPE_STARTERS,
  takenApart,
  type Figure,
} from '@amber-stamp/core/make';
import type { Raster } from '@amber-stamp/core/raster';
import { expect } from 'chai';

/** A drawing of 100 px, so that a percent is a pixel. */
const drawn = (...rows: Parameters<typeof makeFigure>[0][]): Raster =>
  renderShapes(makeShapes(rows.map(makeFigure)), { width: 100, height: 100 });
const at = ({ data, width }: Raster, x: number, y: number): number => data[y * width + x];
const sum = ({ data }: Raster): number => data.reduce((all, v) => all + v, 0);

describe('shapes', () => {
  it('cover a pixel by as much as lies on it', () => {
    const made = drawn({ what: 'rectangle', width: 51, height: 40 });
    expect(at(made, 24, 50)).to.be.closeTo(0.5, 1 / 255);
    expect(at(made, 75, 50)).to.be.closeTo(0.5, 1 / 255);
    expect(at(made, 50, 50)).to.equal(1);
    expect(at(made, 23, 50)).to.equal(0);
    expect(sum(made)).to.be.closeTo(51 * 40, 0.01);
  });

  it('have the area that geometry says: discs, turned squares, stars, rounded corners, lines', () => {
    expect(sum(drawn({ what: 'ellipse', width: 60, height: 40 }))).to.be.closeTo(Math.PI * 30 * 20, 0.2);
    expect(sum(drawn({ what: 'rectangle', width: 40, height: 40, turn: 33 }))).to.be.closeTo(1600, 0.05);
    expect(sum(drawn({ what: 'rectangle', width: 40, height: 40, rounding: 100 }))).to.be.closeTo(Math.PI * 400, 0.5);
    // two triangles to a point: half the radius times the inner one times the sine of the angle between
    const star = 2 * 5 * 0.5 * 40 * 20 * Math.sin(Math.PI / 5);
    expect(sum(drawn({ what: 'polygon', corners: 5, star: 50, width: 80, height: 80 }))).to.be.closeTo(star, 0.1);
    const ring = Math.PI * (32 * 32 - 28 * 28);
    expect(sum(drawn({ what: 'ellipse', width: 60, height: 60, line: 4 }))).to.be.closeTo(ring, 1);
  });

  it('cut, add, darken and lighten what lies below', () => {
    const both = (meets: Figure['meets'], value: number) =>
      drawn(
        { what: 'rectangle', width: 60, height: 60, value: 60 },
        { what: 'rectangle', width: 20, height: 90, value, meets },
      );
    expect(at(both('cut', 100), 50, 50)).to.equal(0);
    expect(at(both('cut', 50), 50, 50)).to.be.closeTo(0.3, 1e-6);
    expect(at(both('add', 30), 50, 50)).to.be.closeTo(0.9, 1e-6);
    expect(at(both('darken', 30), 50, 50)).to.be.closeTo(0.6, 1e-6);
    expect(at(both('lighten', 30), 50, 50)).to.be.closeTo(0.3, 1e-6);
    expect(at(both('over', 30), 50, 50)).to.be.closeTo(0.3, 1e-6);
    // where nothing lies below, it prints as it is; cutting does nothing there
    expect(at(both('lighten', 30), 50, 10)).to.be.closeTo(0.3, 1e-6);
    expect(at(both('cut', 100), 50, 10)).to.equal(0);
  });

  it('stand in a row with an offset, a turn, a size and a fade, or round the middle', () => {
    const row = drawn({ what: 'ellipse', x: -40, width: 6, height: 6, copies: { count: 5, x: 20, fade: 50 } });
    [1, 0.5, 0.25, 0.125].forEach((value, k) => expect(at(row, 10 + 20 * k, 50)).to.be.closeTo(value, 1e-6));
    const ring = drawn({ what: 'ellipse', y: -40, width: 6, height: 6, copies: { count: 4, way: 'ring' } });
    for (const [x, y] of [
      [50, 10],
      [89, 50],
      [50, 89],
      [10, 50],
    ])
      expect(at(ring, x, y)).to.be.closeTo(1, 1e-6);
    expect(at(ring, 50, 50)).to.equal(0);
  });

  it('are left to chance by a seed: the same again, and another with another', () => {
    const scattered = (seed: number) =>
      drawn({ what: 'ellipse', width: 8, height: 8, copies: { count: 20, chance: 100, x: 2, seed } });
    expect(scattered(3).data).to.deep.equal(scattered(3).data);
    expect(scattered(3).data).to.not.deep.equal(scattered(4).data);
  });

  it('run out softly and keep what they print', () => {
    const hard = drawn({ what: 'ellipse', width: 40, height: 40 });
    const soft = drawn({ what: 'ellipse', width: 40, height: 40, soft: 20 });
    expect(sum(soft)).to.be.closeTo(sum(hard), 1);
    expect(at(soft, 70, 50)).to.be.within(0.3, 0.6);
    // what lies beyond the frame is blurred into it: an even ground stays even up to its border
    const ground = drawn({ what: 'rectangle', width: 140, height: 140, soft: 10 });
    expect(at(ground, 0, 0)).to.be.closeTo(1, 1e-3);
    expect(at(ground, 99, 50)).to.be.closeTo(1, 1e-3);
  });

  it('are filled by gradients across, outwards and along', () => {
    const linear = drawn({ what: 'rectangle', width: 100, height: 20, fill: 'linear' });
    expect(at(linear, 25, 50)).to.be.closeTo(0.745, 0.01);
    const radial = drawn({ what: 'ellipse', width: 80, height: 80, fill: 'radial' });
    expect(at(radial, 70, 50)).to.be.closeTo(0.4875, 0.02);
    const along = drawn({
      what: 'path',
      width: 80,
      height: 20,
      line: 6,
      fill: 'along',
      points: [
        [-1, 0, 0],
        [1, 0, 0],
      ],
    });
    expect(at(along, 30, 50)).to.be.closeTo(0.74, 0.02);
    expect(at(along, 70, 50)).to.be.closeTo(0.24, 0.02);
  });

  it('draw lines whose thickness changes along them', () => {
    const tapered = drawn({
      what: 'path',
      width: 80,
      height: 20,
      line: 20,
      profile: [
        [0, 0],
        [100, 100],
      ],
      points: [
        [-1, 0, 0],
        [1, 0, 0],
      ],
    });
    const column = (x: number) => Array.from({ length: 100 }, (_, y) => at(tapered, x, y)).reduce((a, b) => a + b);
    expect(column(30)).to.be.closeTo(5.1, 0.4);
    expect(column(70)).to.be.closeTo(15.1, 0.5);
  });

  it('act as one in a group: moved, turned, scaled, and cutting only among themselves', () => {
    const inside = [
      makeFigure({ what: 'rectangle', width: 40, height: 40 }),
      makeFigure({ what: 'rectangle', width: 20, height: 20, meets: 'cut' }),
    ];
    const made = drawn(
      { what: 'rectangle', width: 100, height: 10, value: 50 },
      { what: 'group', rows: inside, scale: 50, x: 20 },
    );
    // the hole of the group shows what lies below it
    expect(at(made, 70, 50)).to.be.closeTo(0.5, 1e-6);
    expect(at(made, 62, 50)).to.equal(1);
    expect(at(made, 70, 42)).to.equal(1);
    expect(at(made, 70, 38)).to.equal(0);
  });

  it('look as before when their group is taken apart, with its copies, turn and size, rings and chance within it', () => {
    const inner = [
      makeFigure({ what: 'ellipse', x: -6, width: 14, height: 8, soft: 1.5, copies: { count: 3, y: 5, turn: 20 } }),
      makeFigure({ what: 'rectangle', y: 12, width: 3, height: 9, line: 1, copies: { count: 5, way: 'ring' } }),
      makeFigure({ what: 'polygon', x: 9, width: 6, height: 6, copies: { count: 4, x: 4, chance: 60 } }),
    ];
    const group = {
      ...makeFigure({
        what: 'group',
        x: -20,
        y: 4,
        turn: 25,
        scale: 80,
        copies: { count: 3, x: 22, turn: 12, fade: 25 },
      }),
      rows: inner,
    };
    const size = { width: 300, height: 300 };
    const before = renderShapes(makeShapes([group]), size);
    const apart = takenApart(group);
    expect(apart).to.have.length(9);
    const now = renderShapes(makeShapes(apart), size);
    const off = before.data.reduce((all, v, k) => all + Math.abs(v - now.data[k]), 0);
    expect(off / sum(before)).to.be.below(0.02);
  });

  it('look the same at every size', () => {
    for (const { make } of SHAPE_STARTERS) {
      const large = sum(renderShapes(make(), { width: 600, height: 600 })) / 36;
      const small = sum(renderShapes(make(), { width: 100, height: 100 }));
      expect(small).to.be.closeTo(large, 0.01 * large + 1);
    }
  });

  it('tell how far they are, and end when they are told to', () => {
    const shares: number[] = [];
    renderShapes(makeShapes([makeFigure({ copies: { count: 4, x: 5 } })]), { width: 50, height: 50 }, (share) =>
      shares.push(share),
    );
    expect(shares).to.deep.equal([0.25, 0.5, 0.75, 1]);
  });

  it('are refused where they would never end, go too deep or are not known', () => {
    const nested = (depth: number): object =>
      depth === 0 ? { what: 'ellipse' } : { what: 'group', rows: [nested(depth - 1)] };
    const document = (rows: object[]) => ({ format: 'amber-stamp/shapes', version: 1, rows });
    expect(() => parseShapes(document([nested(9)]))).to.throw(/groups more than 8 deep/);
    const many = { what: 'group', copies: { count: 500 }, rows: [{ what: 'ellipse', copies: { count: 500 } }] };
    expect(() => parseShapes(document([many]))).to.throw(/250000 figures; at most/);
    expect(() => parseShapes(document([{ what: 'ellipse', glow: 3 }]))).to.throw(/rows\[0\]\.glow is not known/);
    expect(() => parseShapes(document([{ what: 'blob' }]))).to.throw(/rows\[0\]\.what/);
    expect(
      renderShapes(parseShapes(document([{ what: 'path', points: [[0, 0, 0]] }]))).data.every((v) => v === 0),
    ).to.equal(true);
  });
});
