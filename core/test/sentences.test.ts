import { parseRecipe } from '@amber-stamp/core/cut';
import { AmberError } from '@amber-stamp/core/errors';
import { parseBrush, parseStrokes } from '@amber-stamp/core/model';
import { expect } from 'chai';

const brush = (properties: object) => ({
  format: 'amber-stamp/brush',
  version: 1,
  coats: [{ deck: { cards: [{ plate: 'tip.png' }] }, properties }],
});
const recipe = (...steps: object[]) => ({ format: 'amber-stamp/recipe', version: 1, steps });

/** The error that reading something gives. */
function told(read: () => unknown): AmberError {
  try {
    read();
  } catch (cause) {
    if (cause instanceof AmberError) return cause;
    throw cause;
  }
  throw new Error('nothing was refused');
}

const BRUSHES: [string, object, string, RegExp][] = [
  [
    'a number beyond its range',
    { angle: { high: 400 } },
    'coats[0].properties.angle.high',
    /at most|less than or equal to 360 \(it is 400\)/,
  ],
  [
    'a word for a number',
    { size: { rest: 'big' } },
    'coats[0].properties.size.rest',
    /must be a number \(it is "big"\)/,
  ],
  ['no number at all', { size: { rest: Number.NaN } }, 'coats[0].properties.size.rest', /number/],
  [
    'an unknown driver',
    { flow: { drivers: [{ by: 'moon' }] } },
    'coats[0].properties.flow.drivers[0].by',
    /it is "moon"/,
  ],
  ['a list for an object', { spacing: [4] }, 'coats[0].properties.spacing', /spacing/],
];
const RECIPES: [string, object, string, RegExp][] = [
  ['a length beyond its range', { step: 'blur', radiusPct: 99 }, 'steps[0].radiusPct', /\(it is 99\)/],
  ['a pin with too few numbers', { step: 'warp', pins: [[1, 2]] }, 'steps[0].pins[0]', /4 items \(it is \[1,2\]\)/],
  ['a place far off the picture', { step: 'region', outline: [[9, 0]] }, 'steps[0].outline[0][0]', /it is 9/],
  ['a colour by name', { step: 'gray', colour: 'red' }, 'steps[0].colour', /colour such as #2a211c \(it is "red"\)/],
  ['a flag as a word', { step: 'region', inverted: 'yes' }, 'steps[0].inverted', /it is "yes"/],
  ['a choice that is not there', { step: 'mirror', wins: 'left' }, 'steps[0].wins', /it is "left"/],
  ['a setting of another step', { step: 'invert', radiusPct: 1 }, 'steps[0].radiusPct', /not known here/],
];

describe('what is refused is told in one sentence that says what, where and what it is:', () => {
  for (const [name, properties, where, sentence] of BRUSHES)
    it(`${name} in a brush`, () => {
      const error = told(() => parseBrush(brush(properties)));
      expect(error.where).to.equal(where);
      expect(error.message).to.match(sentence);
    });
  for (const [name, step, where, sentence] of RECIPES)
    it(`${name} in a recipe`, () => {
      const error = told(() => parseRecipe(recipe(step), 'recipe.json'));
      expect(error.where).to.equal(where);
      expect(error.message).to.match(sentence);
      expect(error.message).to.match(/^recipe\.json: [^\n]+\.$/);
      expect(error.message.length).to.be.lessThan(200);
    });
  it('something long is cut short', () => {
    const error = told(() => parseBrush(brush({ size: 'x'.repeat(500) })));
    expect(error.message.length).to.be.lessThan(260);
  });
  it('strokes without samples', () => {
    const error = told(() => parseStrokes({ width: 10, height: 10, strokes: [{ points: [] }] }));
    expect(error.where).to.contain('strokes[0]');
  });
  it('a step whose settings are whole stays whole: defaults are filled in, rows are copies', () => {
    const [warp, again] = [1, 2].map(() => parseRecipe(recipe({ step: 'warp' })).steps[0]);
    expect(warp).to.deep.equal({ step: 'warp', on: true, pins: [] });
    expect(warp.pins).not.to.equal(again.pins);
  });
});
