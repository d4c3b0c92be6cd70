import { parseBench } from '@amber-stamp/core/bench';
import { AmberError, ERRORS } from '@amber-stamp/core/errors';
import { parseBrush, parseJson, parseStrokes, plainBrush } from '@amber-stamp/core/model';
import { expect } from 'chai';

const sparse = { format: 'amber-stamp/brush', version: 1, coats: [{ deck: { cards: [{ plate: 'p.png' }] } }] };
const code = (run: () => unknown): string => {
  try {
    run();
  } catch (cause) {
    if (cause instanceof AmberError) return `${cause.code} ${cause.where ?? ''}`.trim();
    throw cause;
  }
  return 'fine';
};

describe('brush documents', () => {
  it('take the defaults of the schema for what is missing', () => {
    const { properties, deck, meet, ink } = parseBrush(sparse).coats[0];
    expect(properties.size).to.deep.equal({ rest: 64, low: 100, high: 100, drivers: [], muted: false });
    expect(properties.across).to.deep.equal({ rest: 0, low: 0, high: 0, drivers: [], muted: false });
    expect([deck.deal, deck.cards[0].weight, meet, ink.colour]).to.deep.equal(['in-order', 1, 'build', null]);
    expect(parseBrush(sparse).ends.head).to.include({ lengthPct: 0, size: 100, opacity: 100 });
  });
  it('come out the same when they are read again', () => {
    const once = parseBrush(sparse);
    expect(parseBrush(JSON.parse(JSON.stringify(once)))).to.deep.equal(once);
    expect(plainBrush('Unnamed', 'p.png')).to.deep.equal(once);
  });
  it('do not change what they were read from', () => {
    const given = structuredClone(sparse);
    parseBrush(given);
    expect(given).to.deep.equal(sparse);
  });

  const withCoat = (more: object) => ({ ...sparse, coats: [{ ...sparse.coats[0], ...more }] });
  const bad: readonly [string, unknown, RegExp][] = [
    ['an unknown key at the top', { ...sparse, colour: 1 }, /^unknown-key colour/],
    [
      'an unknown key deep inside',
      withCoat({ properties: { size: { rset: 4 } } }),
      /^unknown-key coats\[0\]\.properties\.size\.rset/,
    ],
    [
      'a number as text',
      withCoat({ properties: { size: { rest: '64' } } }),
      /^bad-value coats\[0\]\.properties\.size\.rest/,
    ],
    [
      'a value that is not a number',
      withCoat({ properties: { size: { rest: Number.NaN } } }),
      /^bad-value coats\[0\]\.properties\.size\.rest/,
    ],
    ['an infinite value', withCoat({ properties: { flow: { rest: Infinity } } }), /^bad-value/],
    ['a newer version', { ...sparse, version: 2 }, /^newer-version version/],
    ['another format', { ...sparse, format: 'something' }, /^bad-value format/],
    ['no coat', { ...sparse, coats: [] }, /^bad-value coats/],
    ['five coats', { ...sparse, coats: Array(5).fill(sparse.coats[0]) }, /^bad-value coats/],
    ['a list instead of a document', [], /^bad-value/],
    [
      'a curve that goes back',
      withCoat({
        properties: {
          size: {
            drivers: [
              {
                by: 'pressure',
                curve: [
                  [0, 0],
                  [0, 1],
                ],
              },
            ],
          },
        },
      }),
      /^bad-value/,
    ],
    [
      'an unknown driver',
      withCoat({ properties: { size: { drivers: [{ by: 'moon' }] } } }),
      /^bad-value coats\[0\]\.properties\.size\.drivers\[0\]\.by/,
    ],
    ['a key of the language', JSON.parse('{"__proto__": {"a": 1}}'), /^unknown-key __proto__/],
  ];
  for (const [what, value, wanted] of bad)
    it(`refuse ${what}, and say where`, () => expect(code(() => parseBrush(value))).to.match(wanted));

  it('refuse an object of keys without end before it is parsed, and name ten of several unknown ones', () => {
    const keys = (count: number) => `{${Array.from({ length: count }, (_, k) => `"k${k}": 1`).join(', ')}}`;
    expect(() => parseJson(`[${keys(6000)}]`, 'wide.json')).to.throw(/^wide.json has an object of more than 5000 keys/);
    expect(() => parseJson(`[${Array.from({ length: 3000 }, () => keys(3)).join()}]`, 'long.json')).to.not.throw();
    const wrong = () => parseBrush({ ...plainBrush('Unnamed', 'p.png'), ...(JSON.parse(keys(30)) as object) });
    expect(wrong).to.throw(/the key k0 is not known here \(nor k1, k2, k3, k4, k5, k6, k7, k8, k9 and 20 more\)/);
  });

  it('refuse deep nesting before it is parsed', () => {
    expect(code(() => parseJson('['.repeat(100000), 'deep.json'))).to.match(/^bad-value/);
    let deep: unknown = 1;
    for (let i = 0; i < 40; i++) deep = { deep };
    expect(code(() => parseBrush(deep))).to.match(/^bad-value/);
  });
  it('say in one sentence what is not JSON', () => {
    expect(() => parseJson('{"a": }', 'b.json')).to.throw(/^b\.json is not valid JSON/);
  });
});

describe('strokes', () => {
  it('take half pressure and no tilt when nothing is said', () => {
    const { strokes } = parseStrokes({ width: 10, height: 10, strokes: [{ points: [{ x: 1, y: 2 }] }] });
    expect(strokes[0].points[0]).to.deep.equal({ x: 1, y: 2, t: 0, pressure: 0.5, tiltX: 0, tiltY: 0, twist: 0 });
  });
  it('refuse a sheet without size, a stroke without points and a pressure above one', () => {
    expect(code(() => parseStrokes({ width: 0, height: 10, strokes: [] }))).to.match(/^bad-value width/);
    expect(code(() => parseStrokes({ width: 9, height: 9, strokes: [{ points: [] }] }))).to.match(
      /^bad-value strokes\[0\]\.points/,
    );
    expect(
      code(() => parseStrokes({ width: 9, height: 9, strokes: [{ points: [{ x: 0, y: 0, pressure: 2 }] }] })),
    ).to.match(/pressure/);
  });
});

describe('kept states', () => {
  it('are complete when only brush and plates are given', () => {
    const bench = parseBench({ brush: sparse, plates: { 'p.png': { sha256: 'a'.repeat(64) } } });
    expect(bench.strokes).to.deep.equal([]);
    expect(bench.sheet).to.include({ ground: 'white', trial: true, picture: null });
    expect([bench.pins.length, bench.plates['p.png'].source]).to.deep.equal([0, null]);
  });
  it('refuse a plate without its hash', () => {
    expect(code(() => parseBench({ brush: sparse, plates: { 'p.png': {} } }))).to.match(/^bad-value plates/);
  });
});

describe('the catalogue of errors', () => {
  it('gives every code an HTTP status and a title for people', () => {
    for (const [name, { status, title }] of Object.entries(ERRORS)) {
      expect(name).to.match(/^[a-z-]+$/);
      expect(status).to.be.within(400, 599);
      expect(title).to.match(/^[A-Z].+/);
    }
  });
});
