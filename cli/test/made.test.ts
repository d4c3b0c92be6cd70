import { makeRecipe, makeStep, makeStroke } from '@amber-stamp/core/cut';
import { makeFigure, makeShapes, numbersSource, renderShapes, shapesSvg, typeSource } from '@amber-stamp/core/make';
import { plainBrush } from '@amber-stamp/core/model';
import { expect } from 'chai';
import { decode } from 'fast-png';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runAmber } from './run.ts';

const folder = mkdtempSync(join(tmpdir(), 'amber-made-'));
const at = (name: string): string => join(folder, name);
const write = (name: string, value: unknown): void =>
  writeFileSync(at(name), typeof value === 'string' ? value : JSON.stringify(value));
const plate = (source: string, out: string, ...more: string[]) =>
  runAmber(folder, ['plate', '--source', at(source), '--out', at(out), ...more]);
const read = (name: string) => decode(readFileSync(at(name)));
const printed = (name: string): number => Array.from(read(name).data).reduce((all, v) => all + v, 0) / 65535;

const drawing = makeShapes([makeFigure({ what: 'ellipse', width: 60, height: 60 })], 'Disc');
const drawn = makeRecipe([
  makeStep('gray', { prints: 'light' }),
  makeStep('draw', {
    strokes: [
      makeStroke({
        brush: 'hand.json',
        sizePct: 20,
        points: [
          [0.2, 0.5, 1, 0, 0, 0],
          [0.8, 0.5, 1, 0, 0, 100],
        ],
      }),
    ],
  }),
]);

describe('sources that are made of settings', () => {
  before(() => {
    write('disc.shapes.json', drawing);
    write('disc.svg', shapesSvg(drawing));
    write('star.json', { ...numbersSource(), shape: 'star', sizePx: 256 });
    write('word.json', { ...typeSource(), text: 'Ebb', sizePx: 256 });
    write('draw.json', drawn);
    write('hand.json', plainBrush('Hand', 'disc.png'));
  });

  it('shapes print as they are, at their own size and at any other, without a server', () => {
    expect(plate('disc.shapes.json', 'disc.png').status).to.equal(0);
    expect(read('disc.png')).to.include({ width: 1024, height: 1024, depth: 16 });
    const meant = renderShapes(drawing).data.reduce((all, v) => all + v, 0);
    expect(printed('disc.png')).to.be.closeTo(meant, 1);
    expect(plate('disc.shapes.json', 'small.png', '--size', '128,64').status).to.equal(0);
    expect(read('small.png')).to.include({ width: 128, height: 64 });
  });
  it('an SVG is a picture like any other', () => {
    expect(plate('disc.svg', 'svg.png').status).to.equal(0);
    expect(printed('svg.png')).to.be.above(1000);
  });
  it('numbers and type are drawn from their settings', () => {
    expect(plate('star.json', 'star.png').status).to.equal(0);
    expect(read('star.png')).to.include({ width: 256, height: 256 });
    expect(plate('word.json', 'word.png').status).to.equal(0);
    expect(printed('word.png')).to.be.above(2000);
  });
  it('a recipe that draws needs no source, only a size, and finds its brushes beside it', () => {
    const out = runAmber(folder, ['plate', '--recipe', at('draw.json'), '--size', '400,200', '--out', at('drawn.png')]);
    expect(out.err).to.equal('');
    expect(read('drawn.png')).to.include({ width: 400, height: 200 });
    // a stroke 240 px long of dabs 80 px large whose disc fills three fifths of them
    expect(printed('drawn.png')).to.be.within(9000, 17000);
  });

  const refused: readonly (readonly [string, string[], number, RegExp])[] = [
    ['no source and no size', ['--recipe', at('draw.json')], 2, /--source is missing; only a recipe that draws/],
    ['a size that is none', ['--recipe', at('draw.json'), '--size', '40'], 2, /--size must be two whole numbers/],
    ['a size for a picture', ['--source', at('disc.svg'), '--size', '40,40'], 2, /a picture has its own/],
    ['shapes that are broken', ['--source', at('broken.json')], 1, /broken\.json is not valid JSON/],
    ['a document of another kind', ['--source', at('hand.json')], 1, /format/],
    ['settings that are not known', ['--source', at('wrong.json')], 1, /rows\[0\]\.glow is not known/],
  ];
  for (const [what, args, status, says] of refused)
    it(`refuses ${what}, and writes nothing`, () => {
      write('broken.json', '{ "format": "amber-stamp/shapes", ');
      write('wrong.json', { ...drawing, rows: [{ what: 'ellipse', glow: 1 }] });
      const result = runAmber(folder, ['plate', ...args, '--out', at('never.png')]);
      expect(result.status).to.equal(status);
      expect(result.err).to.match(says);
      expect(() => readFileSync(at('never.png'))).to.throw();
    });
});
