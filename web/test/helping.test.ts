import './helpers/workers.ts';
import { expect } from 'chai';
import { beforeOthers } from '../src/engine/at-work.ts';
import { helpSoon } from '../src/engine/helpers.ts';
import { beginWorker } from '../src/engine/workers.ts';
import { withHeldClock } from './helpers/clock.ts';
import { arrived, standIn } from './helpers/workers.ts';

describe('help for a worker that draws', () => {
  const clock = withHeldClock();
  const said: string[] = [];
  beforeEach(() => {
    said.length = 0;
    standIn('lay', { help: () => said.push('a helper comes') });
  });
  const drawing = (place: object | undefined) => {
    standIn('ink', { helpersPlace: () => place, shareOut: () => said.push('it shares out') });
    return beginWorker('ink').remote;
  };

  it('comes some time after it has drawn, and once', async () => {
    const ink = drawing({ control: 8 });
    helpSoon(ink);
    helpSoon(ink);
    await arrived();
    expect(said).to.deep.equal([]);
    clock().pass(5000);
    await arrived();
    const helpers = said.filter((word) => word === 'a helper comes');
    expect(helpers).to.have.length(Math.min(3, navigator.hardwareConcurrency - 1));
    expect(said.filter((word) => word === 'it shares out')).to.have.length(1);
  });

  it('waits until nothing that somebody waits for is being measured', async () => {
    let measured = (): void => undefined;
    void beforeOthers(new Promise<void>((done) => (measured = done)));
    helpSoon(drawing({ control: 8 }));
    clock().pass(5000);
    await arrived();
    expect(said).to.deep.equal([]);
    measured();
    await arrived();
    expect(said).to.include('a helper comes');
  });

  it('does not come where memory cannot be shared', async () => {
    helpSoon(drawing(undefined));
    clock().pass(5000);
    await arrived();
    expect(said).to.deep.equal([]);
  });
});
