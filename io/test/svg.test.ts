import { grayOf } from '../../core/src/cut/gray.ts';
import { renderShapes, SHAPE_STARTERS, shapesSvg } from '@amber-stamp/core/make';
import { decodeSource, isSvg, probePicture } from '@amber-stamp/io';
import { expect } from 'chai';

const file = (text: string): Uint8Array => new TextEncoder().encode(text);
const svg = (inside: string, head = ''): Uint8Array =>
  file(
    `${head}<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="40" height="20">${inside}</svg>`,
  );
const DISC = '<circle cx="20" cy="10" r="8"/>';

describe('SVG', () => {
  it('is known by its first tag, and filled at the size of the largest plate on clear ground', async () => {
    const disc = svg(DISC, '<?xml version="1.0"?>\n<!-- a disc -->\n');
    expect(isSvg(disc)).to.equal(true);
    expect(isSvg(file('{"format":"amber-stamp/shapes"}'))).to.equal(false);
    expect(await probePicture(disc, 'disc.svg')).to.include({ format: 'svg', width: 2048, height: 1024, channels: 4 });
    const picture = await decodeSource(disc, 'disc.svg');
    const opaque = grayOf(picture, 'alpha').data.reduce((all, v) => all + v, 0);
    expect(opaque / (2048 * 1024)).to.be.closeTo((Math.PI * 64) / 800, 0.001);
  });

  for (const { label, make } of SHAPE_STARTERS)
    it(`${label}: what was written is read as what was drawn`, async () => {
      const picture = await decodeSource(file(shapesSvg(make())), `${label}.svg`);
      const read = grayOf(picture, 'dark');
      const meant = renderShapes(make(), picture);
      const off = read.data.reduce((all, v, i) => all + Math.abs(v - meant.data[i]), 0) / read.data.length;
      expect(off).to.be.below(0.003);
    });

  const uses = (count: number): string =>
    `<g id="a0">${DISC}</g>` +
    Array.from({ length: count }, (_, k) => `<g id="a${k + 1}">${`<use href="#a${k}"/>`.repeat(10)}</g>`).join('');
  const refused: readonly (readonly [string, Uint8Array, RegExp])[] = [
    ['runs a script', svg('<script>1</script>'), /has <script>/],
    ['runs something on a press', svg('<circle r="3" onclick="go()"/>'), /runs something \(onclick\)/],
    ['loads a picture', svg('<image href="a.png"/>'), /has <image>/],
    ['loads another file', svg('<use xlink:href="other.svg#x"/>'), /loads other\.svg/],
    ['loads a paint', svg('<circle r="3" fill="url(http://there/x)"/>'), /loads http/],
    ['imports a style', svg('<style>@import "x.css";</style>'), /imports a style/],
    ['has a style sheet', svg(DISC, '<?xml-stylesheet href="x.css"?>'), /style sheet/],
    ['holds a page', svg('<foreignObject><p/></foreignObject>'), /foreignObject/],
    ['moves by itself', svg('<circle r="3"><animate/></circle>'), /movement/],
    ['declares entities', svg(DISC, '<!DOCTYPE svg [<!ENTITY a "b">]>'), /entities/],
    ['is made of itself', svg('<g id="a"><use href="#a"/></g>'), /made of itself/],
    ['grows without end', svg(uses(9)), /more than 50000 parts/],
    ['is nested too deep', svg('<g>'.repeat(150) + '</g>'.repeat(150)), /nested more than 100/],
    ['is broken', file('<svg xmlns="http://www.w3.org/2000/svg"><g></svg>'), /is broken/],
  ];
  for (const [what, bytes, says] of refused)
    it(`that ${what} is refused in one sentence`, async () => {
      const error = await decodeSource(bytes, 'x.svg').then(
        () => undefined,
        (cause: Error) => cause,
      );
      expect(error?.message).to.match(says);
      expect(error?.message).to.match(/^x\.svg is refused as a drawing: .*Export it again with plain shapes\.$/);
    });
});
