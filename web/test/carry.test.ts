import { AmberError } from '@amber-stamp/core/errors';
import { expose, wrap, type Endpoint } from 'comlink';
import { expect } from 'chai';
import { MessageChannel } from 'node:worker_threads';
import { carry, NEVER, shareSignal, stopOf, type Stop } from '../src/engine/carry.ts';

carry();

const API = {
  coded(): void {
    throw new AmberError('missing-plate', 'The plate moss.png is not here; put it beside the brush.', 'moss.png');
  },
  plain(): void {
    throw new TypeError('no such column');
  },
  /** Counts until it is stopped, without giving its turn away. */
  count(stop: Stop, most: number): number {
    let n = 0;
    while (!stop.aborted && n < most) n++;
    return n;
  },
};

/** Two ends of a line in one process: what crosses is cloned as it is between a page and a worker. */
function line() {
  const { port1, port2 } = new MessageChannel();
  const end = (port: typeof port1): Endpoint => ({
    postMessage: (message, transfer) => port.postMessage(message, transfer as never),
    addEventListener: (_type, listener) =>
      void port.on('message', (data) => (listener as unknown as (event: { data: unknown }) => void)({ data })),
    removeEventListener: () => undefined,
    start: () => port.start(),
  });
  expose(API, end(port1));
  return { api: wrap<typeof API>(end(port2)), close: () => port1.close() };
}

describe('what crosses between the page and a worker', () => {
  it('an error with its code, its sentence and where it was', async () => {
    const { api, close } = line();
    const error = await api.coded().catch((cause: unknown) => cause);
    close();
    expect(error).to.be.instanceOf(AmberError);
    expect(error).to.include({ code: 'missing-plate', where: 'moss.png' });
    expect((error as Error).message).to.include('moss.png is not here');
  });

  it('an error of another kind with its name and message', async () => {
    const { api, close } = line();
    const error = await api.plain().catch((cause: unknown) => cause);
    close();
    expect(error).to.include({ name: 'TypeError', message: 'no such column' });
  });

  it('a signal, which the worker sees raised while it is busy', async () => {
    const { api, close } = line();
    const controller = new AbortController();
    controller.abort();
    const stop = controller.signal as Stop;
    expect(await api.count(stop, 1000)).to.equal(0);
    expect(await api.count(new AbortController().signal as Stop, 1000)).to.equal(1000);
    close();
  });
});

describe('a signal that is shared', () => {
  it('is raised on the other side in the moment in which it is aborted', () => {
    const controller = new AbortController();
    const stop = stopOf(shareSignal(controller.signal));
    expect(stop.aborted).to.equal(false);
    controller.abort();
    expect(stop.aborted).to.equal(true);
  });

  it('is one flag, however often it is sent', () => {
    const { signal } = new AbortController();
    expect(shareSignal(signal)).to.equal(shareSignal(signal));
  });

  it('is never raised where nobody can raise it', () => {
    expect(NEVER.aborted).to.equal(false);
  });
});
