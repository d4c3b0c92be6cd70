import {
  brushSchema,
  parseBrush,
  parseStrokes,
  strokesSchema,
  type Brush,
  type Strokes,
} from '@amber-stamp/core/model';
import { AmberError } from '@amber-stamp/core/errors';
import { expect } from 'chai';
import fc from 'fast-check';
import { anyDocument, changedAt, numberPaths, objectPaths } from './helpers/any.ts';

const RUNS = { numRuns: 30, seed: 11, endOnFailure: true };
const anyBrush = anyDocument<Brush>(brushSchema);
const anyStrokes = anyDocument<Strokes>(strokesSchema.omit(['strokes'])).map((sheet) => ({ ...sheet, strokes: [] }));

/** The error that reading a value throws. */
function refusal(read: () => unknown): AmberError {
  try {
    read();
  } catch (cause) {
    if (cause instanceof AmberError) return cause;
    throw cause;
  }
  throw new Error('it was read');
}

/** A path as errors name it: places of lists in brackets. */
const named = (path: readonly string[]): string =>
  path.map((key, i) => (/^\d+$/.test(key) ? `[${key}]` : i === 0 ? key : `.${key}`)).join('');

describe('any brush that its schema allows', () => {
  it('is read, and is the same again after it was written', () => {
    fc.assert(
      fc.property(anyBrush, (brush) => {
        const read = parseBrush(brush);
        expect(parseBrush(JSON.parse(JSON.stringify(read)))).to.deep.equal(JSON.parse(JSON.stringify(read)));
      }),
      RUNS,
    );
  });

  it('is not changed by being read', () => {
    fc.assert(
      fc.property(anyBrush, (brush) => {
        const before = structuredClone(brush);
        parseBrush(brush);
        expect(brush).to.deep.equal(before);
      }),
      RUNS,
    );
  });

  it('keeps every value that it came with', () => {
    fc.assert(
      fc.property(anyBrush, (brush) => {
        const read = parseBrush(brush);
        for (const path of numberPaths(brush)) {
          const value = (of: unknown) => path.reduce((part, key) => (part as Record<string, unknown>)[key], of);
          if (!Object.is(value(read), value(brush))) throw new Error(`${named(path)} became ${String(value(read))}`);
        }
      }),
      { ...RUNS, numRuns: 20 },
    );
  });

  const broken: Record<string, unknown> = {
    'a word': 'much',
    'not a number': Number.NaN,
    'beyond all limits': Number.POSITIVE_INFINITY,
    'an object': {},
  };
  for (const [what, wrong] of Object.entries(broken))
    it(`is refused with the place of a number that is ${what}`, () => {
      fc.assert(
        fc.property(anyBrush, fc.nat(), (brush, pick) => {
          const paths = numberPaths(brush).filter(([first]) => first !== 'version');
          const path = paths[pick % paths.length];
          const error = refusal(() => parseBrush(changedAt(brush, path, () => wrong)));
          expect(error.code).to.equal('bad-value');
          // a point of a curve is told as the curve's
          expect(named(path).startsWith(error.where ?? '?'), `${named(path)} told as ${error.where}`).to.equal(true);
          expect(error.message).to.include(error.where);
        }),
        RUNS,
      );
    });

  it('is refused with the place of a key that nobody knows', () => {
    fc.assert(
      fc.property(anyBrush, fc.nat(), (brush, pick) => {
        const paths = objectPaths(brush);
        const path = paths[pick % paths.length];
        const error = refusal(() => parseBrush(changedAt(brush, path, (part) => ({ ...(part as object), wobble: 1 }))));
        expect(error.code).to.equal('unknown-key');
        expect(error.message).to.include('wobble');
      }),
      RUNS,
    );
  });

  it('is refused where a key would reach into the machine', () => {
    for (const key of ['__proto__', 'constructor', 'prototype']) {
      const text = `{"format":"amber-stamp/brush","version":1,"coats":[{"deck":{"cards":[{"plate":"a","${key}":{}}]}}]}`;
      expect(refusal(() => parseBrush(JSON.parse(text))).code, key).to.equal('unknown-key');
    }
  });
});

describe('any sheet of strokes', () => {
  it('has a size within its limits, and is read', () => {
    fc.assert(
      fc.property(anyStrokes, (sheet) => {
        expect(parseStrokes(sheet)).to.deep.equal(sheet);
      }),
      RUNS,
    );
  });
  it('completes the samples of a pen that tell no more than a place', () => {
    const [{ points }] = parseStrokes({ width: 10, height: 10, strokes: [{ points: [{ x: 1, y: 2 }] }] }).strokes;
    expect(points).to.deep.equal([{ x: 1, y: 2, t: 0, pressure: 0.5, tiltX: 0, tiltY: 0, twist: 0 }]);
  });
});
