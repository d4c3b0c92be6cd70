import { screen, show, withPage } from './helpers/page.tsx';
import { expect } from 'chai';
import { nothingArrives, useArrival, type Arrival } from '../src/bench/arrival.ts';
import { Arriving } from '../src/bench/parts/Arriving.tsx';
import { firstLook, practicePicture } from '../src/workers/first-look.ts';
import { plateOf } from './helpers/benches.ts';

const arrival = (part: Partial<Arrival> = {}): Arrival => ({
  name: 'bark.jpg',
  phase: 'sending',
  share: 0.25,
  cancel: () => undefined,
  ...part,
});

describe('a file on its way in', () => {
  withPage();
  afterEach(() => useArrival.setState({ arrival: null }));

  it('says how far it is, and can be cancelled', async () => {
    let cancelled = false;
    useArrival.setState({ arrival: arrival({ cancel: () => (cancelled = true) }) });
    const user = show(<Arriving />);
    expect(screen.getByText('25 %')).not.to.equal(null);
    await user.click(screen.getByRole('button', { name: 'Cancel' }));
    expect(cancelled).to.equal(true);
  });

  it('shows its plate while its settings are guessed', () => {
    useArrival.setState({ arrival: arrival({ phase: 'guessing', plate: plateOf(1) }) });
    show(<Arriving />);
    expect(screen.getByRole('img', { name: 'The plate of bark.jpg' })).not.to.equal(null);
    expect(screen.getByText('its settings being guessed')).not.to.equal(null);
  });

  it('is waited for by what nobody waits for', async () => {
    await nothingArrives();
    useArrival.setState({ arrival: arrival() });
    let waited = false;
    const done = nothingArrives().then(() => (waited = true));
    useArrival.setState({ arrival: arrival({ share: 0.5 }) });
    await Promise.resolve();
    expect(waited).to.equal(false);
    useArrival.setState({ arrival: null });
    await done;
    expect(waited).to.equal(true);
  });

  it('is looked at by a worker that has practised on a picture of which a plate can be made', () => {
    const plate = firstLook(practicePicture({ width: 160, height: 107 }));
    expect(plate?.data.some((value) => value > 0)).to.equal(true);
  });
});
