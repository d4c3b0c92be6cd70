import { act, enter, screen, showOnBench, within, withBenchPage } from './helpers/page.tsx';
import type { Bench } from '@amber-stamp/core/bench';
import { makeStep } from '@amber-stamp/core/cut';
import { PLAIN_BAND } from '@amber-stamp/core/model';
import { expect } from 'chai';
import { DeckPanel } from '../src/stages/vary/panels/DeckPanel.tsx';
import { GrainPanel } from '../src/stages/vary/panels/GrainPanel.tsx';
import { InkPanel } from '../src/stages/vary/panels/InkPanel.tsx';
import { LevelsControl } from '../src/stages/cut/LevelsControl.tsx';
import { benchOf } from './helpers/benches.ts';
import { fireEvent } from '@testing-library/react';
import { MemoryRouter } from 'react-router';

const coat = (bench: Bench) => bench.brush.coats[0];
const press = (name: string) => screen.getByRole('button', { name });

describe('the deck', () => {
  withBenchPage();
  const shown = (names = ['a.png', 'b.png', 'c.png']) =>
    showOnBench((bench) => <DeckPanel bench={bench} />, benchOf(names));
  const plates = (bench: Bench) => coat(bench).deck.cards.map(({ plate }) => plate);

  it('of one card has no way to deal it', () => {
    shown(['a.png']);
    expect(screen.queryByText('Dealt')).to.equal(null);
    expect(screen.queryByRole('button', { name: /out of the deck/ })).to.equal(null);
  });

  it('says how it is dealt, and asks for the changeover only where the hand deals', async () => {
    const { user, now, told } = shown();
    expect(screen.queryByText(/Changeover/)).to.equal(null);
    await user.click(screen.getByRole('radio', { name: 'pressure' }));
    expect(coat(now()).deck.deal).to.equal('pressure');
    expect(screen.getByText(/Changeover/)).to.not.equal(null);
    expect(told).to.have.length(1);
  });

  it('mutes a card, and lets it be dealt again', async () => {
    const { user, now } = shown();
    await user.click(press('Mute b'));
    expect(coat(now()).deck.cards.map(({ muted }) => muted)).to.deep.equal([false, true, false]);
    await user.click(press('Mute b'));
    expect(coat(now()).deck.cards.some(({ muted }) => muted)).to.equal(false);
  });

  it('deals one card alone, and all again', async () => {
    const { user, now, told } = shown();
    await user.click(within(screen.getByRole('listitem', { name: 'b' })).getByRole('button', { name: 'solo' }));
    expect(coat(now()).deck.cards.map(({ muted }) => muted)).to.deep.equal([true, false, true]);
    await user.click(press('all'));
    expect(coat(now()).deck.cards.some(({ muted }) => muted)).to.equal(false);
    expect(told).to.deep.equal(['b alone', 'all cards dealt']);
  });

  it('takes a card out with the plate that nothing else uses', async () => {
    const { user, now } = shown();
    await user.click(press('Take b out of the deck'));
    expect(plates(now())).to.deep.equal(['a.png', 'c.png']);
    expect(Object.keys(now().plates)).to.deep.equal(['a.png', 'c.png']);
  });

  it('weighs a card within the limits of a weight, where cards are dealt by chance', async () => {
    const { user, now } = shown();
    expect(screen.queryByLabelText('Weight of a')).to.equal(null);
    await user.click(screen.getByRole('radio', { name: 'chance' }));
    await enter(user, 'Weight of a', '2.5');
    expect(coat(now()).deck.cards[0].weight).to.equal(2.5);
    await enter(user, 'Weight of a', '4000');
    expect(coat(now()).deck.cards[0].weight).to.equal(1000);
  });

  it('takes relatives of its first card, each cut from the same source', async () => {
    const { user, now, told } = shown(['a.png']);
    await user.click(press('Add relatives'));
    await user.click(screen.getByRole('menuitem', { name: 'one of each kind' }));
    const cards = plates(now());
    expect(cards.length).to.be.greaterThan(3);
    expect(new Set(cards).size).to.equal(cards.length);
    for (const name of cards) expect(now().plates[name].source).to.equal('source');
    expect(told).to.have.length(1);
  });

  it('says why a plate that came by itself has no relatives', () => {
    const bench = benchOf(['a.png']);
    bench.plates['a.png'] = { ...bench.plates['a.png'], source: null, recipe: null };
    showOnBench((now) => <DeckPanel bench={now} />, bench);
    expect(screen.getByText(/Relatives need a plate that was cut here/)).to.not.equal(null);
  });
});

describe('a tip that is bent along the path', () => {
  withBenchPage();
  const shown = (band?: object) => {
    const bench = benchOf();
    if (band) coat(bench).band = { ...PLAIN_BAND, ...band };
    return showOnBench((now) => <DeckPanel bench={now} />, bench);
  };

  it('is one of two ways to lay it, chosen by pictures', async () => {
    const { user, now, told } = shown();
    expect(screen.getByRole('radio', { name: 'stamped' }).getAttribute('aria-checked')).to.equal('true');
    await user.click(screen.getByRole('radio', { name: 'bent along the path' }));
    expect(coat(now()).band?.fill).to.equal('repeat');
    await user.click(screen.getByRole('radio', { name: 'stamped' }));
    expect('band' in coat(now())).to.equal(false);
    expect(told).to.deep.equal(['bent along the path', 'stamped']);
  });

  it('asks only for what its way to fill the stroke has', async () => {
    const { user } = shown({ fill: 'stretch' });
    expect(screen.queryByRole('switch', { name: 'Turned about' })).to.equal(null);
    expect(screen.queryByRole('textbox', { name: 'Length value' })).to.equal(null);
    await user.click(screen.getByRole('radio', { name: 'once' }));
    expect(screen.queryByRole('textbox', { name: 'Head value' })).to.equal(null);
    expect(screen.getByText(/nothing after it/)).to.not.equal(null);
  });

  it('always keeps a middle between its head and its tail', async () => {
    const { user, now } = shown({ head: 20, tail: 60 });
    await enter(user, 'Head value', '70');
    expect(coat(now()).band).to.include({ head: 70, tail: 25 });
    await enter(user, 'Tail value', '100');
    expect(coat(now()).band).to.include({ head: 0, tail: 95 });
  });
});

describe('the ink', () => {
  withBenchPage();
  const shown = (ink: object = {}) => {
    const bench = benchOf();
    Object.assign(coat(bench).ink, ink);
    return showOnBench((now) => <InkPanel bench={now} />, bench);
  };

  it('says what each way does by which dabs meet', async () => {
    const { user, now } = shown();
    await user.click(screen.getByRole('combobox', { name: 'Overlap' }));
    await user.click(screen.getByRole('option', { name: 'keep the strongest' }));
    expect(coat(now()).meet).to.equal('best');
    expect(screen.getByText(/The best coverage of any dab stays/)).to.not.equal(null);
  });

  it('asks how a stroke crosses itself only where dabs build up', async () => {
    const { user } = shown();
    expect(screen.getByText('Where it crosses itself')).to.not.equal(null);
    await user.click(screen.getByRole('combobox', { name: 'Overlap' }));
    await user.click(screen.getByRole('option', { name: 'the one that prints less' }));
    expect(screen.queryByText('Where it crosses itself')).to.equal(null);
  });

  it('takes colours, and gives them up', async () => {
    const { user, now } = shown({ colour: '#aa3311' });
    fireEvent.input(screen.getByLabelText('Second ink'), { target: { value: '#224466' } });
    expect(coat(now()).ink.second).to.equal('#224466');
    await user.click(screen.getAllByRole('button', { name: 'without' })[0]);
    expect(coat(now()).ink.colour).to.equal(null);
  });

  it('colours by how much it prints: two colours to begin with, further ones where there is most room', async () => {
    const { user, now } = shown();
    await user.click(press('colour by coverage'));
    expect(coat(now()).ink.gradient.map(([at]) => at)).to.deep.equal([0, 1]);
    await user.click(press('one more colour'));
    await user.click(press('one more colour'));
    expect(coat(now()).ink.gradient.map(([at]) => at)).to.deep.equal([0, 0.25, 0.5, 1]);
    await user.click(press('Take colour 2 away'));
    expect(coat(now()).ink.gradient.map(([at]) => at)).to.deep.equal([0, 0.5, 1]);
  });

  it('keeps colours in their order wherever they are moved, never two at one place', async () => {
    const { user, now } = shown({
      gradient: [
        [0, '#000000'],
        [0.5, '#888888'],
        [1, '#ffffff'],
      ],
    });
    await enter(user, 'Place of colour 1', '70');
    expect(coat(now()).ink.gradient.map(([at, colour]) => [at, colour])).to.deep.equal([
      [0.5, '#888888'],
      [0.7, '#000000'],
      [1, '#ffffff'],
    ]);
    await enter(user, 'Place of colour 1', '100');
    expect(coat(now()).ink.gradient.map(([at]) => at)).to.deep.equal([0.5, 0.7, 1]);
  });
});

describe('the grain', () => {
  withBenchPage();
  const grained = (): Bench => {
    const bench = benchOf(['a.png', 'paper.png']);
    coat(bench).deck.cards.pop();
    return bench;
  };
  const grain = {
    plate: 'paper.png',
    scale: 100,
    angle: 0,
    mirror: false,
    brightness: 0,
    contrast: 0,
    invert: false,
    depth: { rest: 100, low: 100, high: 100, drivers: [], muted: false },
    blend: 'multiply',
    fixedTo: 'sheet',
    appliesTo: 'stroke',
  } as const;
  const shown = () => {
    const bench = grained();
    coat(bench).grain = structuredClone(grain) as never;
    return showOnBench(
      (now) => (
        <MemoryRouter>
          <GrainPanel bench={now} />
        </MemoryRouter>
      ),
      bench,
    );
  };

  it('says what a grain is where there is none', () => {
    showOnBench(
      (now) => (
        <MemoryRouter>
          <GrainPanel bench={now} />
        </MemoryRouter>
      ),
      benchOf(),
    );
    expect(screen.getByText(/A tiling plate takes ink away/)).to.not.equal(null);
  });

  it('is as large as is typed, further than its handle goes', async () => {
    const { user, now } = shown();
    await enter(user, 'Scale value', '1600');
    expect(coat(now()).grain?.scale).to.equal(1600);
    await enter(user, 'Scale value', '9000');
    expect(coat(now()).grain?.scale).to.equal(1600);
  });

  it('lies on the sheet, with the stroke or with every dab', async () => {
    const { user, now } = shown();
    await user.click(within(screen.getByRole('radiogroup', { name: 'Fixed to' })).getByRole('radio', { name: 'dab' }));
    expect(coat(now()).grain?.fixedTo).to.equal('dab');
  });

  it('goes, and its plate with it', async () => {
    const { user, now } = shown();
    await user.click(press('without'));
    expect(coat(now()).grain).to.equal(null);
    expect(Object.keys(now().plates)).to.deep.equal(['a.png']);
  });
});

describe('levels', () => {
  withBenchPage();
  const shown = (values: object = {}) => {
    const bench = benchOf();
    const [plate] = Object.values(bench.plates);
    plate.recipe?.steps.splice(0, 1, makeStep('levels', { automatic: false, low: 0.2, high: 0.8, ...values }));
    const histogram = Array.from({ length: 32 }, (_, i) => i / 32);
    return showOnBench((now) => {
      const step = Object.values(now.plates)[0].recipe?.steps[0];
      return <LevelsControl place={0} step={step!} facts={{ low: 0.1, high: 0.9 }} histogram={histogram} />;
    }, bench);
  };
  const step = (bench: Bench) => Object.values(bench.plates)[0].recipe!.steps[0];
  const peg = (name: string) => screen.getByRole('slider', { name });

  it('have a peg at each end of what comes in', () => {
    shown();
    expect(peg('Low end').getAttribute('aria-valuenow')).to.equal('0.2');
    expect(peg('High end').getAttribute('aria-valuenow')).to.equal('0.8');
  });

  it('show where automatic levels came to lie, and end them where a peg is moved', async () => {
    const { user, now, told } = shown({ automatic: true });
    expect(peg('Low end').getAttribute('aria-valuenow')).to.equal('0.1');
    act(() => peg('Low end').focus());
    await user.keyboard('{ArrowRight}');
    expect(step(now()).automatic).to.equal(false);
    expect(step(now()).low).to.equal(0.105);
    expect(step(now()).high).to.equal(0.9);
    expect(told).to.have.length(1);
  });

  it('never let one end pass the other', async () => {
    const { user, now } = shown({ low: 0.78 });
    act(() => peg('Low end').focus());
    await user.keyboard('{Shift>}{ArrowRight}{ArrowRight}{/Shift}');
    expect(step(now()).low).to.equal(0.79);
  });
});
