import { enter, screen, show, withPage } from './helpers/page.tsx';
import { choiceParam, numberParam, type Param, type ParamValue } from '@amber-stamp/core/cut';
import { expect } from 'chai';
import { useState } from 'react';
import { Choices } from '../src/parts/Choices.tsx';
import { Dial } from '../src/parts/Dial.tsx';
import { ParamField } from '../src/parts/ParamField.tsx';
import { ValueField } from '../src/parts/ValueField.tsx';

const RADIUS = numberParam('Radius', '%', [0, 20, 0.5], 3, 'How far it reaches.');

describe('a setting', () => {
  withPage();
  const seen: ParamValue[] = [];
  const told: string[] = [];
  beforeEach(() => {
    seen.length = 0;
    told.length = 0;
  });
  function Held({ param, at }: { param: Param; at: ParamValue }) {
    const [value, setValue] = useState(at);
    const live = (v: ParamValue) => {
      seen.push(v);
      setValue(v);
    };
    return <ParamField param={param} value={value} onLive={live} onDone={(what) => void told.push(what)} />;
  }
  const box = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'Radius value' });
  const slider = (name = 'Radius') => screen.getByRole<HTMLInputElement>('slider', { name });

  it('that is a number takes what is typed, a comma for the point too, and tells it once', async () => {
    const user = show(<Held param={RADIUS} at={3} />);
    await enter(user, 'Radius value', '7,5');
    expect(seen).to.deep.equal([7.5]);
    expect(told).to.deep.equal(['7.5']);
    expect(box().value).to.equal('7.5');
  });

  it('that is a number holds what is typed within its limits', async () => {
    const user = show(<Held param={RADIUS} at={3} />);
    await enter(user, 'Radius value', '900');
    await enter(user, 'Radius value', '-4');
    expect(seen).to.deep.equal([20, 0]);
  });

  it('that is a number stays as it is where no number was typed', async () => {
    const user = show(<Held param={RADIUS} at={3} />);
    await enter(user, 'Radius value', 'wide');
    expect(seen).to.deep.equal([]);
    expect(box().value).to.equal('3');
  });

  it('that is a number shows at most a thousandth', () => {
    show(<Held param={RADIUS} at={1 / 3} />);
    expect(box().value).to.equal('0.333');
  });

  it('that is a number moves by the keys of its handle', async () => {
    const user = show(<Held param={RADIUS} at={3} />);
    await user.tab();
    await user.keyboard('{ArrowRight}{ArrowRight}{ArrowLeft}');
    expect(seen).to.deep.equal([3.5, 4, 3.5]);
  });

  it('with a wide range has more room where the values are small', () => {
    show(<Held param={numberParam('Radius', 'px', [0, 1000, 1], 250, '')} at={250} />);
    expect(slider().value).to.equal('500');
    expect(slider().max).to.equal('1000');
  });

  it('whose handle ends before its limits can still be typed further, and the handle waits at its end', async () => {
    const param = { ...RADIUS, max: 1600, reach: [5, 400] as const };
    const user = show(<Held param={param} at={100} />);
    await enter(user, 'Radius value', '1200');
    expect(seen).to.deep.equal([1200]);
    expect([slider().min, slider().max, slider().value]).to.deep.equal(['5', '400', '400']);
  });

  it('without ends worth a handle is only typed', () => {
    show(<Held param={{ ...RADIUS, typed: true }} at={3} />);
    expect(screen.queryByRole('slider')).to.equal(null);
    expect(box().value).to.equal('3');
  });

  it('of few choices shows them all, and a press takes one at once', async () => {
    const user = show(<Held param={choiceParam('Edge', ['soft', 'hard'], 'soft', '')} at="soft" />);
    await user.click(screen.getByRole('radio', { name: 'hard' }));
    expect(seen).to.deep.equal(['hard']);
    expect(told).to.deep.equal(['hard']);
    expect(screen.getByRole('radio', { name: 'hard' }).getAttribute('aria-checked')).to.equal('true');
  });

  it('of many choices is a list to open', async () => {
    const options = ['a', 'b', 'c', 'd', 'e', 'f', 'g'] as const;
    const user = show(<Held param={choiceParam('Letter', options, 'a', '')} at="a" />);
    await user.click(screen.getByRole('combobox', { name: 'Letter' }));
    await user.click(screen.getByRole('option', { name: 'f' }));
    expect(seen).to.deep.equal(['f']);
  });

  it('that is on or off says which', async () => {
    const user = show(<Held param={{ kind: 'flag', label: 'Mirrored', default: false, help: '' }} at={false} />);
    await user.click(screen.getByRole('switch', { name: 'Mirrored' }));
    await user.click(screen.getByRole('switch', { name: 'Mirrored' }));
    expect(seen).to.deep.equal([true, false]);
    expect(told).to.deep.equal(['on', 'off']);
  });
});

describe('a few words of which one is chosen', () => {
  withPage();
  it('may have none chosen yet', () => {
    show(
      <Choices
        label="Seen from"
        value={null}
        options={[
          ['a', 'above'],
          ['b', 'below'],
        ]}
        onChange={() => undefined}
      />,
    );
    for (const word of screen.getAllByRole('radio')) expect(word.getAttribute('aria-checked')).to.equal('false');
  });
});

describe('a value as text', () => {
  withPage();
  const entered: string[] = [];
  const field = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'Size value' });
  function Value() {
    const [text, setText] = useState('64 px');
    const take = (typed: string) => {
      entered.push(typed);
      if (!/\d/.test(typed)) return 'There is no number in it.';
      setText(`${Number.parseFloat(typed)} px`);
      return undefined;
    };
    return <ValueField label="Size value" text={text} hint="one number" onEnter={take} />;
  }
  beforeEach(() => void (entered.length = 0));

  it('is taken by Enter', async () => {
    await enter(show(<Value />), 'Size value', '80');
    expect(entered).to.deep.equal(['80']);
    expect(field().value).to.equal('80 px');
  });

  it('is left as it was by Escape', async () => {
    const user = show(<Value />);
    await user.clear(field());
    await user.type(field(), '80{Escape}');
    expect(entered).to.deep.equal([]);
    expect(field().value).to.equal('64 px');
  });

  it('that cannot be read stays to be mended, is answered beside the field, and is dropped where it is left', async () => {
    const user = show(<Value />);
    await enter(user, 'Size value', 'large');
    expect(field().getAttribute('aria-invalid')).to.equal('true');
    expect(screen.getByRole('alert').textContent).to.equal('There is no number in it.');
    expect(field().title).to.equal('Type one number');
    expect(field().value).to.equal('large');
    await user.tab();
    expect(field().value).to.equal('64 px');
  });

  it('that was not changed is no gesture', async () => {
    const user = show(<Value />);
    await user.click(field());
    await user.keyboard('{Enter}');
    expect(entered).to.deep.equal([]);
  });
});

describe('the dial', () => {
  withPage();
  const label = () => screen.getByRole('img').getAttribute('aria-label');
  it('says both numbers in whole ones', () => {
    show(<Dial echo={{ echo: 37.4, texture: 61.6 }} />);
    expect(label()).to.equal('Echo 37 of 100, texture 62 of 100');
  });
  it('has no peg before it is measured', () => {
    show(<Dial echo={null} />);
    expect(label()).to.equal('Echo: not measured');
    expect(screen.getByRole('img').querySelector('circle')).to.equal(null);
  });
  it('has its peg further right the more repeats, and higher the more is seen', () => {
    show(<Dial echo={{ echo: 0, texture: 0 }} />);
    show(<Dial echo={{ echo: 80, texture: 90 }} />);
    const [low, high] = screen.getAllByRole('img').map((svg) => svg.querySelector('circle') as Element);
    expect(Number(high.getAttribute('cx'))).to.be.greaterThan(Number(low.getAttribute('cx')));
    expect(Number(high.getAttribute('cy'))).to.be.lessThan(Number(low.getAttribute('cy')));
  });
});
