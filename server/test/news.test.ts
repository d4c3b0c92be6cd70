import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { call, freshDatabase, makeBrush, startApi, type RunningApi } from './helpers.ts';

/** What a server tells of changes, as it comes. */
async function hearing(api: RunningApi): Promise<{ next: (wanted: RegExp) => Promise<string>; stop: () => void }> {
  const controller = new AbortController();
  const response = await fetch(`${api.url}/api/news`, { signal: controller.signal });
  const reader = response.body!.getReader();
  const decoder = new TextDecoder();
  let text = '';
  const next = async (wanted: RegExp): Promise<string> => {
    for (;;) {
      const found = wanted.exec(text);
      if (found) {
        text = text.slice(found.index + found[0].length);
        return found[0];
      }
      const { value, done } = await reader.read();
      if (done) throw new Error('the line was closed');
      text += decoder.decode(value);
    }
  };
  await next(/: listening/);
  return { next, stop: () => controller.abort() };
}

describe('several servers on one database', () => {
  let here: RunningApi;
  let there: RunningApi;
  before(async () => {
    const url = await freshDatabase();
    // both bring the tables up to date at once: one waits for the other
    [here, there] = await Promise.all([startApi(url), startApi(url)]);
  });
  after(async () => {
    await here.close();
    await there.close();
  });

  it('serve one cabinet, and each tells what was changed at the other', async () => {
    const news = await hearing(there);
    const made = await makeBrush(here, 'Blot');
    await news.next(/data: \{"kind":"cabinet"\}/);
    const version = { id: randomUUID(), parent: made.kept.id, what: 'size 40', body: made.bench };
    await call(here, 'POST', `/brushes/${made.brush.id}/versions`, version);
    const told = JSON.parse((await news.next(/\{ *"kind" *: *"version".*\}/)).trim()) as Record<string, unknown>;
    expect(told).to.deep.equal({
      kind: 'version',
      brush: made.brush.id,
      version: version.id,
      number: 2,
      branch: 0,
      what: 'size 40',
    });
    news.stop();
    const { body } = await call<{ items: { name: string }[] }>(there, 'GET', '/brushes');
    expect(body.items.map(({ name }) => name)).to.deep.equal(['Blot']);
  });

  it('keep what two people do on one version as two branches', async () => {
    const made = await makeBrush(here, 'Reed');
    const keep = (api: RunningApi, what: string) =>
      call<{ number: number; branch: number; current: boolean }>(api, 'POST', `/brushes/${made.brush.id}/versions`, {
        id: randomUUID(),
        parent: made.kept.id,
        what,
        body: made.bench,
      });
    const kept = await Promise.all([keep(here, 'size 40'), keep(there, 'size 60')]);
    expect(kept.map(({ body }) => body.branch).sort()).to.deep.equal([0, 1]);
    expect(kept.map(({ body }) => body.number).sort()).to.deep.equal([2, 3]);
  });
});
