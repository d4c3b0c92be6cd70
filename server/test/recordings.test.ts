import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { call, startApi, type RunningApi } from './helpers.ts';

describe('recordings', () => {
  let api: RunningApi;
  before(async () => {
    api = await startApi();
  });
  after(() => api.close());

  interface Recording {
    id: string;
    name: string;
    body: { strokes: { points: unknown[] }[] };
  }
  const list = async () => (await call<Recording[]>(api, 'GET', '/recordings')).body;
  const body = { width: 300, height: 200, strokes: [{ points: [{ x: 1, y: 2, pressure: 0.3 }] }] };

  it('are kept by name with every sample, renamed and put away', async () => {
    const id = randomUUID();
    const kept = await call<Recording>(api, 'POST', '/recordings', { id, name: 'My hatching', body });
    expect([kept.status, kept.body.name]).to.deep.equal([201, 'My hatching']);
    expect(kept.body.body.strokes[0].points[0]).to.include({ x: 1, y: 2, pressure: 0.3, tiltX: 0 });
    await call(api, 'POST', '/recordings', { id, name: 'again', body });
    expect((await list()).filter((r) => r.id === id)).to.have.length(1);
    await call(api, 'PATCH', `/recordings/${id}`, { name: 'Hatching' });
    expect((await list()).find((r) => r.id === id)?.name).to.equal('Hatching');
    await call(api, 'PATCH', `/recordings/${id}`, { putAway: true });
    expect((await list()).some((r) => r.id === id)).to.equal(false);
  });
  it('without strokes that can be drawn are refused, and nothing is kept', async () => {
    const before = (await list()).length;
    const bad = { ...body, strokes: [{ points: [] }] };
    const refused = await call<{ code: string }>(api, 'POST', '/recordings', {
      id: randomUUID(),
      name: 'x',
      body: bad,
    });
    expect([refused.status, refused.body.code]).to.deep.equal([422, 'bad-value']);
    expect((await call<{ code: string }>(api, 'PATCH', `/recordings/${randomUUID()}`, {})).status).to.equal(404);
    expect((await list()).length).to.equal(before);
  });
});
