import './helpers/workers.ts';
import { expect } from 'chai';
import { chooseAll, chooseNone, chooseTo, chosenIds, meantAt, toggle } from '../src/pages/cabinet/selection.ts';
import { foundBy, partsOf } from '../src/pages/cabinet/matches.ts';
import { sizeOf } from '../src/parts/size-of.ts';
import type { BrushListing } from '@amber-stamp/core/api';

describe('brushes that are chosen', () => {
  afterEach(chooseNone);

  it('are toggled, taken as a range from the last one, and all', () => {
    const shown = ['a', 'b', 'c', 'd'];
    toggle('b');
    chooseTo('d', shown);
    expect(chosenIds()).to.have.members(['b', 'c', 'd']);
    toggle('c');
    expect(chosenIds()).to.have.members(['b', 'd']);
    chooseAll(shown);
    expect(chosenIds()).to.have.members(shown);
  });

  it('are all meant where something is done at one of them, and another stands for itself', () => {
    chooseAll(['a', 'b']);
    expect(meantAt('a')).to.deep.equal(['a', 'b']);
    expect(meantAt('c')).to.deep.equal(['c']);
  });
});

describe('what a search found', () => {
  const brush = {
    name: 'Rope',
    note: 'for the mast',
    drawer: 'Rigging',
    tags: ['wet'],
    words: ['band', 'dark prints'],
  } as unknown as BrushListing;

  it('is marked in the text, in any case, and nothing is taken for a pattern', () => {
    expect(partsOf('Dark prints', 'PRINT dark')).to.deep.equal(['', 'Dark', ' ', 'print', 's']);
    expect(partsOf('50% (wet)', '(wet')).to.deep.equal(['50% ', '(wet', ')']);
    expect(partsOf('Rope', '')).to.deep.equal(['Rope']);
  });

  it('is told by the tags, words, note and drawer that hold a word', () => {
    expect(foundBy(brush, 'dark mast')).to.deep.equal(['dark prints', 'for the mast']);
    expect(foundBy(brush, 'rope')).to.deep.equal([]);
    expect(foundBy(brush, '')).to.deep.equal([]);
  });
});

describe('sizes of files', () => {
  it('are told as people read them', () => {
    expect([0, 999, 1500, 123_456, 98_765_432, 4e12].map(sizeOf)).to.deep.equal([
      '0 bytes',
      '999 bytes',
      '1.5 kB',
      '123 kB',
      '98.8 MB',
      '4.0 TB',
    ]);
  });
});
