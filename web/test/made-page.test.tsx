import { act, enter, screen, showOnBench, within, withBenchPage } from './helpers/page.tsx';
import { listOf, StandInServer } from './helpers/server.ts';
import { waitFor } from '@testing-library/react';
import type { Bench } from '@amber-stamp/core/bench';
import {
  asMade,
  emptySource,
  makeFigure,
  makeShapes,
  numbersSource,
  typeSource,
  type MadeSource,
  type Shapes,
} from '@amber-stamp/core/make';
import { PLAIN_BAND } from '@amber-stamp/core/model';
import { expect } from 'chai';
import { useFrame } from '../src/bench/border.ts';
import { presentPlate } from '../src/bench/edit.ts';
import { plateKey, sourceKey } from '../src/bench/plate-key.ts';
import { readyOf, usePlates } from '../src/bench/plates.ts';
import { asSource, SOURCES_FROM } from '../src/bench/picker/picked.ts';
import { Picker } from '../src/bench/picker/Picker.tsx';
import { madeOf } from '../src/engine/made-key.ts';
import { useChosenRows } from '../src/stages/find/made/chosen.ts';
import { MadeControls } from '../src/stages/find/made/MadeControls.tsx';
import { BandPlate } from '../src/stages/vary/panels/BandPlate.tsx';
import { benchOf, plateOf } from './helpers/benches.ts';

function madeOn(made: MadeSource): Bench {
  const bench = benchOf();
  Object.assign(Object.values(bench.plates)[0], { source: null, made, recipe: asMade() });
  return bench;
}
const madeIn = (bench: Bench): MadeSource => presentPlate(bench).plate.made as MadeSource;

describe('the settings that a tip is made of', () => {
  withBenchPage();
  beforeEach(() => useChosenRows.setState({ paths: [], pressed: null }));
  const shown = (made: MadeSource) => showOnBench((bench) => <MadeControls made={madeIn(bench)} />, madeOn(made));

  it('are numbers, of which those that do nothing are left out', async () => {
    const { user, now, told } = shown(numbersSource());
    expect(screen.queryByRole('textbox', { name: 'Points value' })).to.equal(null);
    await user.click(screen.getByRole('radio', { name: 'star' }));
    await enter(user, 'Points value', '9');
    expect(madeIn(now())).to.include({ shape: 'star', points: 9, softPct: 30 });
    expect(told).to.deep.equal(['numbers: shape star', 'numbers: points 9']);
    expect(screen.queryByRole('textbox', { name: 'Uneven value' })).to.equal(null);
    await enter(user, 'Covered value', '60');
    expect(screen.getByRole('textbox', { name: 'Uneven value' })).to.not.equal(null);
  });

  it('are a text, its typeface and its weight', async () => {
    const { user, now } = shown(typeSource());
    await user.clear(screen.getByRole('textbox', { name: 'Text' }));
    await user.type(screen.getByRole('textbox', { name: 'Text' }), 'Ebb');
    await user.click(screen.getByRole('radio', { name: 'Caveat' }));
    await user.click(screen.getByRole('radio', { name: 'light' }));
    expect(madeIn(now())).to.include({ text: 'Ebb', face: 'hand', weight: 'light', sizePct: 92 });
  });

  it('are said to be drawn elsewhere where the plate is empty', () => {
    shown(emptySource(512, 128));
    expect(screen.getByText(/An empty plate of 512 x 128 px/)).to.not.equal(null);
  });

  it('are rows of figures; the chosen one has what has an effect on it', async () => {
    const rows = [
      makeFigure({ what: 'ellipse', name: 'Disc' }),
      makeFigure({ what: 'polygon', name: 'Star', star: 40, meets: 'cut' }),
    ];
    const { user, now, told } = shown(makeShapes(rows));
    const list = within(screen.getByRole('list', { name: 'Rows, the highest first' }));
    expect(list.getAllByRole('listitem').map((item) => item.getAttribute('aria-label'))).to.deep.equal([
      'Star',
      'Disc',
    ]);
    expect(list.getByText('polygon, cuts')).to.not.equal(null);
    await user.click(list.getByRole('button', { name: /^Disc/ }));
    expect(screen.queryByRole('textbox', { name: 'Corners value' })).to.equal(null);
    expect(screen.queryByRole('textbox', { name: 'Each across value' })).to.equal(null);
    await enter(user, 'Copies value', '6');
    await enter(user, 'Each across value', '12');
    await user.click(screen.getByRole('radio', { name: 'ring' }));
    expect(screen.queryByRole('textbox', { name: 'Each across value' })).to.equal(null);
    expect((madeIn(now()) as Shapes).rows[0].copies).to.include({ count: 6, x: 12, way: 'ring' });
    expect(told).to.deep.equal(['Disc: copies 6', 'Disc: each across 12', 'Disc: laid ring']);
    await user.click(list.getByRole('button', { name: /^Star/ }));
    await enter(user, 'Corners value', '7');
    expect((madeIn(now()) as Shapes).rows[1].corners).to.equal(7);
  });

  it('get further figures, and lose those that are chosen', async () => {
    const { user, now } = shown(makeShapes([makeFigure({ what: 'ellipse', name: 'Disc' })]));
    await user.click(screen.getByRole('button', { name: 'Add a figure' }));
    await user.click(screen.getByRole('menuitem', { name: 'Rectangle' }));
    expect((madeIn(now()) as Shapes).rows.map(({ what }) => what)).to.deep.equal(['ellipse', 'rectangle']);
    await user.click(screen.getByRole('button', { name: 'once more' }));
    await user.click(screen.getByRole('button', { name: 'remove' }));
    await user.click(screen.getByRole('button', { name: /^Rectangle/ }));
    await user.click(screen.getAllByRole('button', { name: 'hide' })[0]);
    expect((madeIn(now()) as Shapes).rows.filter(({ on }) => !on)).to.have.length(1);
  });
});

describe('the key of a made source', () => {
  it('is the same for the same settings, whatever their order, and gives them back', () => {
    const { shape, ...rest } = numbersSource();
    const [one, other] = [numbersSource(), { ...rest, shape } as MadeSource];
    const key = sourceKey({ source: null, made: one }) as string;
    expect(sourceKey({ source: null, made: other })).to.equal(key);
    expect(madeOf(key)).to.deep.equal(one);
    expect(madeOf('b4a1')).to.equal(undefined);
  });

  it('stands in the place of a source, so that a plate is known by what it is made from', () => {
    const bench = madeOn(typeSource());
    const [plate] = Object.values(bench.plates);
    const word = plateKey(plate);
    plate.made = { ...typeSource(), text: 'Ebb' };
    expect(plateKey(plate)).to.not.equal(word);
    expect(sourceKey({ source: 'id', made: null })).to.equal('id');
  });
});

describe('sources and plates to take', () => {
  withBenchPage();
  it('are found by a word, and one is taken by a press', async () => {
    const server = new StandInServer();
    server.on(
      'GET /sources',
      listOf([
        { id: 's1', name: 'Harbour wall' },
        { id: 's2', name: 'Reed' },
      ]),
    );
    server.on('GET /plates', listOf([{ sha256: 'a'.repeat(64), name: 'reed-tip.png', width: 8, height: 8 }]));
    const taken: unknown[] = [];
    const { user } = showOnBench(() => (
      <Picker
        label="none yet"
        offers={SOURCES_FROM}
        onTake={async (picked) => {
          const one = await asSource(picked);
          taken.push([one?.source.id, one?.isPlate]);
        }}
      />
    ));
    await user.click(screen.getByRole('button', { name: 'none yet' }));
    await user.type(
      await screen.findByRole('textbox', { name: 'Find in sources, plates and strokes of the cabinet' }),
      'reed',
    );
    expect(await screen.findByRole('button', { name: 'reed-tip' })).to.not.equal(null);
    await waitFor(() => expect(screen.queryByRole('button', { name: 'Harbour wall' })).to.equal(null));
    await user.click(screen.getByRole('button', { name: 'Reed' }));
    await waitFor(() => expect(taken).to.have.length(1));
    expect(taken).to.deep.equal([['s2', false]]);
    await user.click(screen.getByRole('button', { name: 'none yet' }));
    await user.type(
      await screen.findByRole('textbox', { name: 'Find in sources, plates and strokes of the cabinet' }),
      'zzz',
    );
    expect(await screen.findByText('Nothing is called zzz.')).to.not.equal(null);
    await user.keyboard('{Escape}');
    expect(screen.queryByRole('dialog')).to.equal(null);
  });
});

describe('the plate of a band', () => {
  withBenchPage();
  const ready = (bench: Bench) => {
    const [[name, plate]] = Object.entries(bench.plates);
    const full = plateOf(0);
    full.data.fill(65535);
    act(() => usePlates.setState({ ready: { [name]: readyOf(plateKey(plate), { plate: full, report: null }) } }));
  };

  it('shows its head and tail, which are moved by keys, and its joint where it repeats', async () => {
    const ends: unknown[] = [];
    const { user, now } = showOnBench((bench) => (
      <BandPlate
        band={{ ...PLAIN_BAND, fill: 'repeat', head: 20, tail: 10 }}
        plate={Object.keys(bench.plates)[0]}
        onEnd={(end, pct) => void ends.push([end, pct])}
      />
    ));
    ready(now());
    screen.getByRole('slider', { name: 'Where the head ends' }).focus();
    await user.keyboard('{ArrowRight}{Shift>}{ArrowLeft}{/Shift}');
    screen.getByRole('slider', { name: 'Where the tail begins' }).focus();
    await user.keyboard('{ArrowLeft}');
    expect(ends).to.deep.equal([
      ['head', 21],
      ['head', 10],
      ['tail', 11],
    ]);
    expect(screen.getByRole('img', { name: 'The joint, three repeats long' })).to.not.equal(null);
  });

  it('may run up to its border, where a stamp would print a square', () => {
    const Told = ({ name }: { name: string }) => <p>{useFrame(name)?.verdict ?? 'not yet'}</p>;
    const bench = benchOf();
    const { now } = showOnBench((b) => <Told name={Object.keys(b.plates)[0]} />, bench);
    ready(now());
    expect(screen.getByText('square')).to.not.equal(null);
  });

  it('and is called laid there', () => {
    const Told = ({ name }: { name: string }) => <p>{useFrame(name)?.verdict ?? 'not yet'}</p>;
    const bench = benchOf();
    bench.brush.coats[0].band = { ...PLAIN_BAND };
    const { now } = showOnBench((b) => <Told name={Object.keys(b.plates)[0]} />, bench);
    ready(now());
    expect(screen.getByText('laid')).to.not.equal(null);
  });
});
