import { expose, type Endpoint } from 'comlink';
import { basename } from 'node:path';

type Listener = (event: { data: unknown }) => void;

/** One end of a line between page and worker: messages are copied and arrive later, as they do there. */
class End {
  private readonly listeners = new Set<Listener>();
  other: End | undefined;

  postMessage(data: unknown, transfer: Transferable[] = []): void {
    const copy: unknown = structuredClone(data, { transfer });
    setImmediate(() => this.other?.listeners.forEach((listener) => listener({ data: copy })));
  }
  addEventListener(_type: string, listener: Listener): void {
    this.listeners.add(listener);
  }
  removeEventListener(_type: string, listener: Listener): void {
    this.listeners.delete(listener);
  }
  terminate(): void {
    this.listeners.clear();
  }
}

/** What every page asks of a worker when it begins. */
const BEGINNINGS: Record<string, object> = { cut: { watch: () => undefined } };
/** What stands for each worker, by the name of its file: `cut` for cut.worker.ts. */
const standIns = new Map<string, object>(Object.entries(BEGINNINGS));

function openLine(url: URL): End {
  const page = new End();
  const worker = new End();
  page.other = worker;
  worker.other = page;
  const name = basename(url.pathname).split('.')[0];
  // asked for at each call, so that a test may put another in its place
  const api = new Proxy({}, { get: (_, call) => Reflect.get(standIns.get(name) ?? {}, call) as unknown });
  expose(api, worker as unknown as Endpoint);
  return page;
}

Object.assign(globalThis, {
  Worker: function Worker(url: URL) {
    return openLine(url);
  },
});
if (!('navigator' in globalThis)) Object.assign(globalThis, { navigator: { hardwareConcurrency: 2 } });

/** Puts an object in the place of a worker. Import this file before what starts workers. */
export const standIn = (name: string, api: object): void => void standIns.set(name, { ...BEGINNINGS[name], ...api });

/** Waits until something holds; a test fails by its own time limit where it never does. */
export async function until(holds: () => boolean): Promise<void> {
  while (!holds()) await new Promise((done) => setImmediate(done));
}

/** Lets every message that is under way arrive, and those that it calls forth. */
export async function arrived(): Promise<void> {
  for (let turn = 0; turn < 40; turn++) await new Promise((done) => setImmediate(done));
}
