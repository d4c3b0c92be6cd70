import './helpers/workers.ts';
import { makeRecipe, makeStep } from '@amber-stamp/core/cut';
import { expect } from 'chai';
import { cutFurther } from '../src/bench/cut-further.ts';
import { coatOf, coatPlace, dropUnused, freePlateName } from '../src/bench/coat.ts';
import { resetBenchEye, useBenchEye } from '../src/bench/eye.ts';
import { plateKey } from '../src/bench/plate-key.ts';
import { pairWords, strengthColour } from '../src/parts/Dial.tsx';
import { turnByDrag, turnByKeys, turnedOn } from '../src/parts/table-turn.ts';
import { shelfOf, shelvesOf } from '../src/pages/cabinet/shelves.ts';
import { heldPressure } from '../src/wide/pen.ts';
import { benchOf, blurred } from './helpers/benches.ts';

describe('the key of a plate', () => {
  const [plate] = Object.values(benchOf().plates);

  it('is made of its source and recipe, whatever order their settings are in', () => {
    const step = makeStep('blur', { radiusPct: 1 });
    const turned = Object.fromEntries(Object.entries(step).reverse()) as typeof step;
    expect(plateKey({ ...plate, recipe: makeRecipe([turned]) })).to.equal(plateKey(plate));
  });

  it('is another for another recipe or source, and the same whatever bytes are known', () => {
    expect(plateKey(blurred(plate, 2))).not.to.equal(plateKey(plate));
    expect(plateKey({ ...plate, source: 'other' })).not.to.equal(plateKey(plate));
    expect(plateKey({ ...plate, sha256: 'f'.repeat(64) })).to.equal(plateKey(plate));
  });

  it('is its bytes where it was not cut here', () => {
    expect(plateKey({ ...plate, recipe: null })).to.equal(`sha ${plate.sha256}`);
  });
});

describe('plates of the bench', () => {
  it('are cut further by steps behind their own, and not at all without a recipe', () => {
    const [plate] = Object.values(benchOf().plates);
    const further = cutFurther(plate, [makeStep('mirror')]);
    expect(further?.recipe?.steps.map(({ step }) => step)).to.deep.equal(['blur', 'mirror']);
    expect(plate.recipe?.steps).to.have.length(1);
    expect(cutFurther({ ...plate, recipe: null }, [])).to.equal(undefined);
    expect(cutFurther(undefined, [])).to.equal(undefined);
  });

  it('get names that no other has, with the ending of what they hold', () => {
    const bench = benchOf(['tip.png', 'tip 2.png', 'clay.exr']);
    expect(freePlateName(bench, 'tip.png')).to.equal('tip 3.png');
    expect(freePlateName(bench, 'clay.exr')).to.equal('clay 2.exr');
    expect(freePlateName(bench, 'moss.png')).to.equal('moss.png');
  });

  it('go when nothing prints with them any more, grains of cards and coats counted', () => {
    const bench = benchOf(['tip.png', 'grain.png', 'old.png']);
    const [coat] = bench.brush.coats;
    coat.deck.cards = coat.deck.cards.slice(0, 1);
    const grain = { plate: 'grain.png' } as NonNullable<typeof coat.grain>;
    dropUnused({ ...bench, brush: { ...bench.brush, coats: [{ ...coat, grain }] } });
    expect(Object.keys(bench.plates)).to.deep.equal(['tip.png', 'grain.png']);
  });
});

describe('the coat that is worked on', () => {
  afterEach(resetBenchEye);

  it('is the last one where the one that was looked at is gone', () => {
    const bench = benchOf();
    useBenchEye.setState({ coat: 3 });
    expect(coatPlace(bench)).to.equal(0);
    expect(coatOf(bench)).to.equal(bench.brush.coats[0]);
  });
});

describe('what stands on a table', () => {
  it('is turned all round, but never quite seen from above or below', () => {
    expect(turnedOn({ yawDeg: 350, pitchDeg: 80 }, 20, 30)).to.deep.equal({ yawDeg: 370, pitchDeg: 85 });
    expect(turnedOn({ yawDeg: 0, pitchDeg: -80 }, 0, -30).pitchDeg).to.equal(-85);
  });

  it('follows the hand: a drag to the right turns it to the right, one down shows more of its top', () => {
    const turns: number[][] = [];
    turnByDrag((yaw, pitch) => turns.push([yaw, pitch]), 10, 5);
    expect(turns).to.deep.equal([[-4, 2]]);
  });

  it('turns by the arrows, which then do nothing else, and by no other key', () => {
    const turns: number[][] = [];
    let prevented = 0;
    const press = (key: string) =>
      turnByKeys((...by) => turns.push(by), { key, preventDefault: () => prevented++ } as never);
    for (const key of ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'a']) press(key);
    expect(turns).to.deep.equal([
      [6, 0],
      [-6, 0],
      [0, -6],
      [0, 6],
    ]);
    expect(prevented).to.equal(4);
  });
});

describe('a hand without a pen', () => {
  const pen = { pressure: 0.8, tiltX: 0, tiltY: 0, twist: 0 };

  it('presses evenly where it is held steady', () => {
    expect(heldPressure({ ...pen, by: 'steady' }, 0, 9)).to.equal(0.8);
  });

  it('swells from half its pressure to all of it, and stays there', () => {
    const at = (travelled: number) => heldPressure({ ...pen, by: 'swell' }, travelled, 0);
    expect(at(0)).to.be.closeTo(0.36, 1e-9);
    expect(at(30)).to.be.within(at(0), at(60));
    expect(at(60)).to.be.closeTo(0.8, 1e-9);
    expect(at(600)).to.equal(at(60));
  });

  it('presses the less the faster it goes, and never not at all', () => {
    const at = (speed: number) => heldPressure({ ...pen, by: 'speed' }, 0, speed);
    expect(at(0)).to.equal(0.8);
    expect(at(1)).to.be.lessThan(at(0));
    expect(at(50)).to.equal(at(3));
    expect(at(50)).to.be.closeTo(0.12, 1e-9);
  });
});

describe('echo and texture on the screen', () => {
  it('are told as whole numbers', () => {
    expect(pairWords({ echo: 66.6, texture: 12.4 })).to.equal('echo 67, texture 12');
  });

  it('a strong part is never in the colour of what is good', () => {
    for (let value = 0; value <= 100; value += 5) expect(strengthColour(value)).not.to.include('moss');
    expect(strengthColour(10)).not.to.equal(strengthColour(30));
    expect(strengthColour(30)).not.to.equal(strengthColour(80));
  });
});

describe('the shelves of the cabinet', () => {
  const { drawers, material } = shelvesOf({
    drawers: [
      { name: 'Tideline', note: 'at low tide', count: 1 },
      { name: 'New', note: '', count: 2 },
    ],
    tags: [],
    olderPlates: 0,
    brushes: 3,
    away: 4,
    sources: 7,
    plates: 9,
  });

  it('are all brushes, each drawer in the order of the cabinet, and what is put away', () => {
    expect(drawers.map(({ key, count }) => [key, count])).to.deep.equal([
      ['all', 3],
      ['drawer:Tideline', 1],
      ['drawer:New', 2],
      ['away', 4],
    ]);
  });

  it('ask for the brushes of one drawer, or of all', () => {
    expect(drawers.map(({ drawer, kind }) => [kind, drawer])).to.deep.equal([
      ['brushes', ''],
      ['brushes', 'Tideline'],
      ['brushes', 'New'],
      ['away', ''],
    ]);
  });

  it('tell how much material there is', () => {
    expect(material.map(({ key, count }) => [key, count])).to.deep.equal([
      ['sources', 7],
      ['plates', 9],
    ]);
  });

  it('begin with all brushes where the wanted one is not there any more', () => {
    expect(shelfOf('drawer:gone', drawers).key).to.equal('all');
    expect(shelfOf(null, drawers).key).to.equal('all');
  });
});
