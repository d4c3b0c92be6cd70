import { parseBench, type Bench } from '@amber-stamp/core/bench';
import { expect } from 'chai';
import { editProperty, resetRow, rollSeed, toggleMute } from '../src/bench/edit.ts';
import {
  change,
  closeBench,
  live,
  openBench,
  presentBench,
  redo,
  settle,
  stand,
  takeGestureWords,
  undo,
  useBench,
} from '../src/bench/store.ts';
import { STANDING } from './helpers/benches.ts';

const benchNamed = (name: string): Bench =>
  parseBench({
    brush: {
      format: 'amber-stamp/brush',
      version: 1,
      name,
      coats: [{ deck: { cards: [{ plate: 'tip.png' }] }, properties: { size: { rest: 40 } } }],
    },
    plates: { 'tip.png': { sha256: 'a'.repeat(64) } },
    guessed: { size: 'from the plate', angle: 'it is round' },
  });
const size = () => presentBench().brush.coats[0].properties.size;
const steps = () => useBench.temporal.getState().pastStates.length;

describe('the bench', () => {
  beforeEach(() => openBench(benchNamed('Barnacle'), STANDING));
  afterEach(closeBench);

  it('counts a gesture of many moves as one step back', () => {
    for (const rest of [41, 45, 52])
      editProperty('size', (p) => {
        p.rest = rest;
      });
    expect(steps()).to.equal(1);
    settle('size 52 px');
    expect(useBench.getState()).to.include({ gesture: 1, keep: 'pending', gesturing: false });
    undo();
    expect(size().rest).to.equal(40);
    redo();
    expect(size().rest).to.equal(52);
  });

  it('leaves what was made before untouched: every state is a value of its own', () => {
    const before = presentBench();
    change('bigger', (draft) => void (draft.brush.coats[0].properties.size.rest = 90));
    expect(before.brush.coats[0].properties.size.rest).to.equal(40);
    expect(presentBench()).not.to.equal(before);
    expect(presentBench().plates).to.equal(before.plates);
  });

  it('makes no step of a change that changes nothing', () => {
    change('nothing', (draft) => void (draft.brush.coats[0].properties.size.rest = 40));
    expect(steps()).to.equal(0);
    expect(useBench.getState().keep).to.equal('kept');
    change('something', (draft) => void (draft.brush.seed = 5));
    expect(steps()).to.equal(1);
  });

  it('does not take back in the middle of a gesture', () => {
    change('seed', (draft) => void (draft.brush.seed = 9));
    live((draft) => void (draft.brush.coats[0].properties.size.rest = 70));
    undo();
    expect(size().rest).to.equal(70);
    settle('size');
    undo();
    expect(size().rest).to.equal(40);
    expect(presentBench().brush.seed).to.equal(9);
  });

  it('tells what was taken back and what was done again', () => {
    change('flow 40 %', (draft) => void (draft.brush.coats[0].properties.flow.rest = 40));
    expect(takeGestureWords()).to.equal('flow 40 %');
    undo();
    expect(takeGestureWords()).to.equal('took back: flow 40 %');
    redo();
    expect(takeGestureWords()).to.equal('again: flow 40 %');
  });

  it('drops what could be done again once something else is done', () => {
    change('one', (draft) => void (draft.brush.seed = 1));
    undo();
    change('two', (draft) => void (draft.brush.seed = 2));
    redo();
    expect(presentBench().brush.seed).to.equal(2);
  });

  it('starts clean with another brush: neither its state nor its history leaks', () => {
    change('seed', (draft) => void (draft.brush.seed = 77));
    openBench(benchNamed('Kelp'), { ...STANDING, brushId: 'k' });
    expect(steps()).to.equal(0);
    undo();
    expect(presentBench().brush).to.include({ name: 'Kelp', seed: benchNamed('Kelp').brush.seed });
  });

  it('stands on a kept version without a step of its own', () => {
    change('seed', (draft) => void (draft.brush.seed = 4));
    stand({ ...STANDING, number: 2 }, 'kept');
    expect(useBench.getState()).to.include({ keep: 'kept' });
    expect(useBench.getState().standing?.number).to.equal(2);
    expect(steps()).to.equal(1);
  });
});

describe('rows', () => {
  beforeEach(() => openBench(benchNamed('Barnacle'), STANDING));
  afterEach(closeBench);

  it('forget the first guess of what is touched, and only of that', () => {
    editProperty('size', (p) => {
      p.rest = 60;
    });
    settle('size');
    expect(presentBench().guessed).to.deep.equal({ angle: 'it is round' });
    undo();
    expect(presentBench().guessed).to.have.keys('size', 'angle');
  });

  it('go back to how they were made, drivers and mute too', () => {
    change('busy', (draft) => {
      const { angle, mirrorX } = draft.brush.coats[0].properties;
      Object.assign(angle, { rest: 20, low: -10, high: 90, muted: true, follow: 'path' });
      mirrorX.chance = 0.5;
    });
    resetRow('angle', 'Angle');
    resetRow('mirrorX', 'Mirror');
    const { angle, mirrorX } = presentBench().brush.coats[0].properties;
    expect(angle).to.deep.include({ rest: 0, low: 0, high: 0, muted: false, follow: 'none', drivers: [] });
    expect(mirrorX).to.deep.equal({ chance: 0, muted: false });
    expect(useBench.getState().what).to.equal('Mirror as it was made');
  });

  it('are muted and act again, each a gesture with its words', () => {
    toggleMute('size', 'Size', false);
    expect(size().muted).to.equal(true);
    expect(useBench.getState().what).to.equal('Size muted');
    toggleMute('size', 'Size', true);
    expect(size().muted).to.equal(false);
    expect(useBench.getState().what).to.equal('Size acts again');
  });

  it('roll another seed every time', () => {
    const seen = new Set([presentBench().brush.seed]);
    for (let i = 0; i < 20; i++) {
      rollSeed();
      seen.add(presentBench().brush.seed);
    }
    expect(seen.size).to.equal(21);
  });
});
