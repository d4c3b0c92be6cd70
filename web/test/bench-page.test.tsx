import { act, screen, show, showOnBench, within, withBenchPage } from './helpers/page.tsx';
import { AmberError } from '@amber-stamp/core/errors';
import type { VersionInfo } from '@amber-stamp/core/api';
import { waitFor } from '@testing-library/react';
import { expect } from 'chai';
import { useState } from 'react';
import { useEcho } from '../src/bench/echo.ts';
import { useOwnEcho } from '../src/bench/own-echo.ts';
import { usePlates } from '../src/bench/plates.ts';
import { setKeep } from '../src/bench/store.ts';
import { EchoHead } from '../src/pages/bench/EchoHead.tsx';
import { Status } from '../src/pages/bench/Status.tsx';
import { Versions } from '../src/pages/bench/Versions.tsx';
import { LampDial } from '../src/parts/LampDial.tsx';
import { Working } from '../src/parts/Working.tsx';
import { benchOf, STANDING } from './helpers/benches.ts';
import { StandInServer } from './helpers/server.ts';

const version = (number: number, more: Partial<VersionInfo> = {}): VersionInfo => ({
  id: number === STANDING.number ? STANDING.versionId : `v${number}`,
  number,
  branch: 0,
  parentId: null,
  what: `size ${number}`,
  thumbnail: null,
  echo: null,
  createdAt: '2026-03-01T10:00:00Z',
  ...more,
});

describe('the versions of a brush', () => {
  withBenchPage();
  let server: StandInServer;
  beforeEach(() => {
    server = new StandInServer();
    server.on('GET /brushes/*/versions', () => [version(3, { branch: 2 }), version(2), version(1)]);
  });
  const shown = () => {
    let closed = 0;
    const bench = showOnBench(() => <Versions open onClose={() => void closed++} />);
    return { ...bench, closed: () => closed };
  };

  it('are listed with what was done, and where the bench stands', async () => {
    shown();
    const items = await screen.findAllByRole('listitem');
    expect(items.map((item) => item.textContent?.replace(/\d+ Mar, \d\d:\d\d/, ''))).to.deep.equal([
      '3, branch 2 size 3Bring back',
      '2 size 2Bring back',
      '1 size 1here',
    ]);
  });

  it('are brought back as a new change, which can be taken back too', async () => {
    const body = structuredClone(benchOf());
    for (const plate of Object.values(body.plates))
      Object.assign(plate, { sha256: 'b'.repeat(64), source: null, recipe: null });
    body.brush.coats[0].properties.size.rest = 222;
    server.on('GET /versions/*', () => ({ ...version(2), brushId: 'b', body }));
    const { user, now, told, closed } = shown();
    await user.click(await screen.findByRole('button', { name: 'Bring back version 2' }));
    await waitFor(() => expect(closed()).to.equal(1));
    expect(now().brush.coats[0].properties.size.rest).to.equal(222);
    expect(told).to.deep.equal(['brought back version 2']);
  });

  it('that cannot be read stay where they are, and it is said', async () => {
    server.on('GET /versions/*', () => {
      throw new AmberError('not-found', 'There is no such version; reload the page.');
    });
    const { user, now, closed } = shown();
    const before = now();
    await user.click(await screen.findByRole('button', { name: 'Bring back version 2' }));
    // the list lies over the page, so that what is said beside it is not reached by its role
    expect(await screen.findByText(/There is no such version/)).to.not.equal(null);
    expect(now()).to.equal(before);
    expect(closed()).to.equal(0);
  });
});

describe('what is measured, on top of the sheet', () => {
  withBenchPage();
  const numbers = { echo: 37.2, texture: 61, outline: 30, inside: 12, grain: 55 };
  beforeEach(() => {
    useEcho.setState({ told: null, busy: false, failed: '' });
    useOwnEcho.setState({ pair: null });
  });
  afterEach(() => useEcho.setState({ told: null, busy: false, failed: '' }));
  const head = () => screen.getByTestId('echo');

  it('is an echo with its three parts, and a texture', () => {
    show(<EchoHead />);
    act(() => useEcho.setState({ told: numbers as never }));
    expect(head().textContent).to.match(/Echo 37.*Texture 61.*outline30.*inside12.*grain55/);
  });

  it('says that it is being measured, and shows the last one meanwhile', () => {
    show(<EchoHead />);
    expect(within(head()).getByText('measuring …')).to.not.equal(null);
    act(() => useEcho.setState({ told: numbers as never, busy: true }));
    expect(head().getAttribute('aria-busy')).to.equal('true');
    expect(head().textContent).to.include('Echo 37');
  });

  it('says that it could not be measured, and shows no number that is none', () => {
    show(<EchoHead />);
    act(() =>
      useEcho.setState({ told: numbers as never, failed: 'The echo could not be measured; change something.' }),
    );
    expect(head().textContent).to.include('could not be measured');
    expect(head().textContent).not.to.include('Echo 37');
  });

  it('has the strokes that were drawn by hand beside it', () => {
    show(<EchoHead />);
    act(() => useOwnEcho.setState({ pair: { echo: 12.4, texture: 80.6 } }));
    expect(head().textContent).to.include('your strokes: echo 12, texture 81');
  });
});

describe('the line at the foot of the bench', () => {
  withBenchPage();
  afterEach(() => usePlates.setState({ trouble: null }));
  const foot = () => screen.getByRole('contentinfo');

  it('says whether all is kept', () => {
    showOnBench(() => <Status />);
    expect(foot().textContent).to.include('all kept');
    act(() => setKeep('keeping'));
    expect(foot().textContent).to.include('keeping…');
    act(() => setKeep('failed'));
    expect(foot().textContent).to.include('not kept yet, tried again');
  });

  it('says what is wrong with a plate', () => {
    showOnBench(() => <Status />);
    act(() => usePlates.setState({ trouble: new AmberError('nothing-to-print', 'The picture is blank.') }));
    expect(within(foot()).getByRole('alert').textContent).to.equal('The picture is blank.');
  });
});

describe('the lamp', () => {
  withBenchPage();
  function Lamp() {
    const [lamp, setLamp] = useState({ azimuthDeg: 178, altitudeDeg: 82 });
    const [done, setDone] = useState(0);
    return (
      <>
        <LampDial lamp={lamp} onLive={setLamp} onDone={() => setDone(done + 1)} />
        <output>{done}</output>
      </>
    );
  }
  const lamp = () => screen.getByRole('slider', { name: 'Lamp' }).getAttribute('aria-valuetext');

  it('goes around by keys, and neither below the sheet nor straight above it', async () => {
    const user = show(<Lamp />);
    act(() => screen.getByRole('slider', { name: 'Lamp' }).focus());
    await user.keyboard('{ArrowRight}');
    expect(lamp()).to.equal('from -177°, 82° high');
    await user.keyboard('{ArrowUp}{ArrowUp}');
    expect(lamp()).to.equal('from -177°, 85° high');
    await user.keyboard('{ArrowDown>20/}');
    expect(lamp()).to.equal('from -177°, 8° high');
    expect(screen.getByRole('status').textContent).to.equal('23');
  });
});

describe('long work', () => {
  withBenchPage();
  it('says how far it is, and can be cancelled', async () => {
    let cancelled = 0;
    const user = show(
      <Working label="Trying cures" what="nearer dabs" done={3} total={12} onCancel={() => void cancelled++} />,
    );
    expect(screen.getByRole('progressbar', { name: 'Trying cures' }).getAttribute('aria-valuenow')).to.equal('25');
    expect(screen.getByText('nearer dabs: 3 of 12')).to.not.equal(null);
    await user.click(screen.getByRole('button', { name: 'Cancel' }));
    expect(cancelled).to.equal(1);
  });
  it('of which nobody knows how much there is says no number', () => {
    show(<Working label="Opening" done={0} total={0} onCancel={() => undefined} />);
    expect(screen.getByRole('progressbar').getAttribute('aria-valuenow')).to.equal(null);
  });
});
