import { encodeGray } from '@amber-stamp/io';
import { decodePlate } from '@amber-stamp/core/formats';
import { expect } from 'chai';
import { decode } from 'fast-png';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runAmber } from './run.ts';

const folder = mkdtempSync(join(tmpdir(), 'amber-cli-'));
const at = (name: string): string => join(folder, name);

const amber = (...args: string[]) => runAmber(folder, args);
const json = (name: string, value: unknown): string => {
  writeFileSync(at(name), JSON.stringify(value));
  return at(name);
};
const brush = (plate: string, more: object = {}) => ({
  format: 'amber-stamp/brush',
  version: 1,
  name: 'Blot',
  seed: 5,
  coats: [
    {
      deck: { cards: [{ plate }] },
      properties: {
        size: { rest: 64 },
        spacing: { rest: 50 },
        angle: { low: -180, high: 180, drivers: [{ by: 'chance' }] },
      },
    },
  ],
  ...more,
});
/** A brush whose ink is seen through a grain that lies beside it under `plate`. */
const grained = (plate = 'paper.png') => {
  const plain = brush('tip.png');
  return { ...plain, coats: [{ ...plain.coats[0], grain: { plate, scale: 50 } }] };
};
const line = {
  width: 400,
  height: 100,
  strokes: [
    {
      points: [
        { x: 40, y: 50 },
        { x: 360, y: 50, t: 400 },
      ],
    },
  ],
};

describe('the command line', () => {
  before(() => {
    const side = 200;
    const data = new Float32Array(side * side).map((_, i) =>
      Math.hypot((i % side) - 90, Math.floor(i / side) - 100) < 50 ? 0.1 : 0.95,
    );
    writeFileSync(at('blot.png'), encodeGray({ width: side, height: side, data }, 16));
    json('strokes.json', line);
    expect(
      amber('plate', '--source', at('blot.png'), '--out', at('tip.png'), '--report', at('report.json')).status,
    ).to.equal(0);
    json('brush.json', brush('tip.png'));
  });

  it('cuts a plate of 16 bit and reports how', () => {
    const plate = decodePlate(readFileSync(at('tip.png')), 'tip');
    const report = JSON.parse(readFileSync(at('report.json'), 'utf8')) as {
      prints: string;
      border: { mean: number; max: number };
      coverage: number;
      specks: number;
      holes: number;
      levels: number;
      warnings: string[];
      width: number;
    };
    expect(report).to.include({ prints: 'dark', width: plate.width });
    expect(report.border.max).to.be.at.most(0.02);
    expect(report.border.mean).to.be.at.most(report.border.max);
    expect(report.coverage).to.be.within(0.05, 0.95);
    expect(report).to.include({ specks: 0, holes: 0 });
    expect(report.levels).to.be.greaterThan(2);
    expect(report.warnings).to.be.an('array');
    expect(decode(readFileSync(at('tip.png'))).depth).to.equal(16);
    expect(Math.max(...plate.data)).to.equal(65535);
  });
  it('lays another source over from beside the recipe, and refuses one that lies elsewhere', () => {
    const recipe = (source: string) => ({
      format: 'amber-stamp/recipe',
      version: 1,
      steps: [{ step: 'gray' }, { step: 'overlay', source, meet: 'subtract' }, { step: 'invert' }],
    });
    json('over.json', recipe('blot.png'));
    const cutBy = (name: string) =>
      amber('plate', '--source', at('blot.png'), '--recipe', at(name), '--out', at('over.png'));
    expect(cutBy('over.json').status).to.equal(0);
    // the same source taken away from itself leaves nothing, which inverted prints fully
    expect(Math.min(...decodePlate(readFileSync(at('over.png')), 'over').data)).to.equal(65535);
    json('away.json', recipe('../blot.png'));
    expect(cutBy('away.json').status).to.equal(1);
  });
  it('cuts by a recipe, answers what prints, and writes 8 bit when asked', () => {
    json('recipe.json', {
      format: 'amber-stamp/recipe',
      version: 1,
      steps: [{ step: 'gray' }, { step: 'fit', resolutionPx: 64, padPct: 0 }],
    });
    const { status } = amber(
      'plate',
      '--source',
      at('blot.png'),
      '--recipe',
      at('recipe.json'),
      '--prints',
      'light',
      '--bits',
      '8',
      '--out',
      at('small.png'),
    );
    expect(status).to.equal(0);
    const png = decode(readFileSync(at('small.png')));
    expect([png.width, png.depth, png.channels]).to.deep.equal([64, 8, 1]);
    expect(png.data[0]).to.be.closeTo(242, 1);
  });
  it('draws a stroke and lists its dabs', () => {
    const { status, out } = amber(
      'stroke',
      '--brush',
      at('brush.json'),
      '--strokes',
      at('strokes.json'),
      '--out',
      at('o.png'),
      '--dabs',
      at('d.csv'),
      '--json',
    );
    expect(status).to.equal(0);
    expect(JSON.parse(out)).to.include({ dabs: 11, strokes: 1 });
    expect(readFileSync(at('d.csv'), 'utf8').trim().split('\n')).to.have.length(12);
    const png = decode(readFileSync(at('o.png')));
    expect([png.width, png.height, png.depth]).to.deep.equal([400, 100, 8]);
    expect(png.data[0]).to.equal(255);
    expect(png.data[(50 * 400 + 200) * 4]).to.be.lessThan(60);
  });
  it('writes ink with its coverage as alpha on no ground, at 16 bit', () => {
    expect(
      amber(
        'stroke',
        '--brush',
        at('brush.json'),
        '--strokes',
        at('strokes.json'),
        '--out',
        at('n.png'),
        '--ground',
        'none',
        '--bits',
        '16',
      ).status,
    ).to.equal(0);
    const png = decode(readFileSync(at('n.png')));
    expect([png.depth, png.channels, png.data[3]]).to.deep.equal([16, 4, 0]);
    expect(png.data[(50 * 400 + 200) * 4 + 3]).to.be.greaterThan(50000);
  });
  it('prints other dabs for another seed, and the same for the same', () => {
    const draw = (name: string, ...more: string[]) => {
      amber(
        'stroke',
        '--brush',
        at('brush.json'),
        '--strokes',
        at('strokes.json'),
        '--out',
        at(name),
        '--dabs',
        at(`${name}.csv`),
        ...more,
      );
      return readFileSync(at(`${name}.csv`), 'utf8');
    };
    expect(draw('a.png', '--seed', '5')).to.equal(draw('b.png'));
    expect(draw('c.png', '--seed', '6')).to.not.equal(draw('b.png'));
  });
  it('packs a brush, opens the pack, and draws the same bytes from it', () => {
    expect(amber('pack', '--brush', at('brush.json'), '--out', at('p.zip')).status).to.equal(0);
    expect(amber('unpack', '--pack', at('p.zip'), '--out', at('opened')).status).to.equal(0);
    amber('stroke', '--brush', at('brush.json'), '--strokes', at('strokes.json'), '--out', at('one.png'));
    amber('stroke', '--brush', at('opened/brushes/blot.json'), '--strokes', at('strokes.json'), '--out', at('two.png'));
    expect(readFileSync(at('two.png')).equals(readFileSync(at('one.png')))).to.equal(true);
  });

  const bad: readonly [string, () => string[], RegExp][] = [
    [
      'a source that is not there',
      () => ['plate', '--source', at('no.png'), '--out', at('x.png')],
      /no\.png does not exist/,
    ],
    [
      'a brush with an unknown key',
      () => [
        'stroke',
        '--brush',
        json('k.json', { ...brush('tip.png'), hardness: 3 }),
        '--strokes',
        at('strokes.json'),
        '--out',
        at('x.png'),
      ],
      /hardness is not known/,
    ],
    [
      'a plate outside its folder',
      () => [
        'stroke',
        '--brush',
        json('u.json', brush('../tip.png')),
        '--strokes',
        at('strokes.json'),
        '--out',
        at('x.png'),
      ],
      /leaves the folder/,
    ],
    [
      'a missing plate',
      () => [
        'stroke',
        '--brush',
        json('m.json', brush('gone.png')),
        '--strokes',
        at('strokes.json'),
        '--out',
        at('x.png'),
      ],
      /gone\.png is not beside the brush/,
    ],
    [
      'a grain that is not there',
      () => ['stroke', '--brush', json('s.json', grained()), '--strokes', at('strokes.json'), '--out', at('x.png')],
      /paper\.png is not beside the brush/,
    ],
    ['a pack that is none', () => ['unpack', '--pack', at('strokes.json'), '--out', at('never')], /not a complete zip/],
  ];
  for (const [what, args, sentence] of bad)
    it(`ends with 1 and one line for ${what}, and writes nothing`, () => {
      const { status, out, err } = amber(...args());
      expect([status, out]).to.deep.equal([1, '']);
      expect(err.trim()).to.match(sentence);
      expect(err.trim().split('\n')).to.have.length(1);
      expect(existsSync(at('x.png')) || existsSync(at('never'))).to.equal(false);
      expect(readdirSync(folder).filter((name) => name.includes('.part'))).to.deep.equal([]);
    });
  it('draws coats, grain and tint, tells every property of every dab, and packs the plates of both', () => {
    const two = grained('tip.png');
    const upper = { ...two.coats[0], grain: null, join: 'mask', ink: { colour: '#c03020' } };
    const hue = { low: 0, high: 90, drivers: [{ by: 'cycle', lengthPx: 64 }] };
    const coats = [{ ...two.coats[0], properties: { ...two.coats[0].properties, hue } }, upper];
    const file = json('coats.json', { ...two, coats });
    const args = ['stroke', '--brush', file, '--strokes', at('strokes.json'), '--out', at('coats.png')];
    expect(amber(...args, '--ground', 'none', '--dabs', at('coats.csv')).status).to.equal(0);
    const [head, ...lines] = readFileSync(at('coats.csv'), 'utf8').trim().split('\n');
    const columns = head.split(',');
    const of = (row: string, name: string) => Number(row.split(',')[columns.indexOf(name)]);
    const lower = lines.filter((row) => of(row, 'coat') === 0);
    expect(lower.length).to.equal(11);
    expect(lines.length).to.equal(22);
    for (const row of lower) expect(of(row, 'hueDeg')).to.be.closeTo((((of(row, 'x') - 40) % 64) / 64) * 90, 1e-6);
    expect(amber('pack', '--brush', file, '--out', at('coats.zip')).status).to.equal(0);
    expect(amber('unpack', '--pack', at('coats.zip'), '--out', at('coats')).status).to.equal(0);
    expect(readdirSync(at('coats/plates'))).to.deep.equal(['tip.png']);
  });
  it('does not follow a link out of the folder of the brush', () => {
    const inner = at('inner');
    mkdirSync(inner);
    symlinkSync(at('tip.png'), join(inner, 'tip.png'));
    writeFileSync(join(inner, 'b.json'), JSON.stringify(brush('tip.png')));
    expect(
      amber('stroke', '--brush', join(inner, 'b.json'), '--strokes', at('strokes.json'), '--out', at('x.png')).err,
    ).to.match(/is a link/);
  });
  it('ends with 2 for wrong use', () => {
    for (const args of [
      [],
      ['paint'],
      ['plate'],
      ['plate', '--source', 'a', '--out', 'b.png', '--bits', '12'],
      ['stroke', '--brushes', 'x'],
      ['stroke', '--brush', 'a', '--strokes', 'b', '--out', 'c.png', '--seed', 'x'],
    ])
      expect(amber(...args).status, args.join(' ')).to.equal(2);
  });
});
