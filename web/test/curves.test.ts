import { expect } from 'chai';
import { alikeAfter, curvesOf, MOST_LAGS, strongestOf } from '../src/stages/prove/curves.ts';
import type { Likeness, EchoView, GiveAwayView } from '../src/engine/protocol/prove.ts';

const bump = (given: Partial<GiveAwayView>): GiveAwayView => ({
  place: { what: 'bump', x: 0.5, y: 0.1 },
  tone: '',
  coat: 0,
  card: 0,
  plate: 'tip.png',
  box: { x: 0, y: 0, w: 10, h: 10 },
  strength: 40,
  lags: [0.4, 0.4, 0.4],
  seen: 0,
  dabs: [],
  places: [],
  ...given,
});
const told = (likeness: Partial<Likeness>, ...giveAways: GiveAwayView[]): EchoView => ({
  echo: 40,
  outline: 40,
  inside: 5,
  grain: 0,
  texture: 50,
  looked: true,
  whole: null,
  giveAways,
  likeness: { inside: [], outline: [], lagPx: 20, grainPx: 0, repeatPx: 0, grainTiles: [0, 0], pairs: [], ...likeness },
  spanPx: 800,
  tipPx: 40,
  ms: 1,
});
const names = (echo: EchoView) => curvesOf(echo).map(({ name }) => name);

describe('the plot of where an echo comes from', () => {
  it('shows inside and outline, and the strongest give-away by its name', () => {
    expect(names(told({}))).to.deep.equal(['inside', 'outline']);
    expect(names(told({}, bump({}), bump({ strength: 30 })))).to.deep.equal(['inside', 'outline', 'bump at the edge']);
  });

  it('leaves a give-away out that hardly counts, and everything where nothing was compared', () => {
    expect(names(told({}, bump({ strength: 5 })))).to.deep.equal(['inside', 'outline']);
    expect(curvesOf({ ...told({}), likeness: null })).to.deep.equal([]);
  });

  it('tells which curve is the highest at each lag, and no more lags than there is room for', () => {
    const echo = told({ inside: [0.1, 0.5, 0.1], outline: [0.2, 0.2] }, bump({}));
    expect(strongestOf(curvesOf(echo))).to.deep.equal([
      { value: 0.4, which: 2 },
      { value: 0.5, which: 0 },
      { value: 0.4, which: 2 },
    ]);
    expect(strongestOf(curvesOf(told({ inside: Array.from({ length: 90 }, () => 0.1) })))).to.have.length(MOST_LAGS);
    expect(strongestOf([])).to.deep.equal([]);
  });
});

describe('pointing at a distance in the plot', () => {
  const patches: Likeness['pairs'] = [
    [
      [
        [1, 1],
        [2, 2],
      ],
    ],
    [
      [
        [3, 3],
        [4, 4],
      ],
    ],
  ];
  const places = Array.from({ length: 12 }, (_, k) => [10 * k, 5] as const);

  it('marks the dabs whose inside or outline is most alike, where that rules', () => {
    const echo = told({ inside: [0.9, 0.1], pairs: patches }, bump({ places, dabs: [] }));
    expect(alikeAfter(echo, 1)).to.deep.equal(patches[0]);
  });

  it('marks where the give-away is seen again so many dabs later, where that rules', () => {
    const dabs = places.map((_, k) => k);
    const marked = alikeAfter(told({ inside: [0.1, 0.1, 0.1] }, bump({ places, dabs })), 3);
    expect(marked).to.have.length(5);
    for (const [a, b] of marked) expect(b[0] - a[0]).to.equal(30);
  });

  it('passes over dabs that do not show it', () => {
    const dabs = [0, 1, 5, 6];
    const marked = alikeAfter(told({ inside: [0.1] }, bump({ places: places.slice(0, 4), dabs })), 1);
    expect(marked).to.deep.equal([
      [places[0], places[1]],
      [places[2], places[3]],
    ]);
  });

  it('marks nothing at a distance that was not compared', () => {
    expect(alikeAfter(told({ inside: [0.9] }, bump({ lags: [0.4] })), 7)).to.deep.equal([]);
  });
});
