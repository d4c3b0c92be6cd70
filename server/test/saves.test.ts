import type { Kept } from '@amber-stamp/core/api';
import type { Bench } from '@amber-stamp/core/bench';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { call, makeBrush, picture, startApi, type Made, type RunningApi } from './helpers.ts';

interface Problem {
  code: string;
  detail: string;
  where?: string;
}

describe('what several send at once, and what cannot be kept', () => {
  let api: RunningApi;
  before(async () => {
    api = await startApi();
  });
  after(() => api.close());
  const save = (made: Made, parent: string, bench: Bench, what = 'size', id: string = randomUUID()) =>
    call<Kept>(api, 'POST', `/brushes/${made.brush.id}/versions`, { id, parent, what, body: bench });

  it('is one source however many bring the same file at once', async () => {
    const file = await picture(33);
    const sent = await Promise.all(
      Array.from({ length: 20 }, (_, k) => call<{ id: string }>(api, 'POST', `/sources?name=moss-${k}.png`, file)),
    );
    expect(sent.map(({ status }) => status)).to.deep.equal(Array.from({ length: 20 }, () => 201));
    expect(new Set(sent.map(({ body }) => body.id)).size).to.equal(1);
  });
  it('that begins a brush is one brush however often it is sent, at once or again', async () => {
    const { bench } = await makeBrush(api);
    const first = { brush: randomUUID(), id: randomUUID(), what: 'made from a picture', note: 'picture', body: bench };
    const send = (order: object) => call<Made>(api, 'POST', '/brushes', order);
    const sent = [...(await Promise.all(Array.from({ length: 6 }, () => send(first)))), await send(first)];
    for (const { status, body } of sent)
      expect([status, body.brush.id, body.kept]).to.deep.equal([
        201,
        first.brush,
        { id: first.id, number: 1, branch: 0, current: true },
      ]);
    const kept = await call<Kept[]>(api, 'GET', `/brushes/${first.brush}/versions`);
    expect(kept.body).to.have.length(1);
    const other = await send({ ...first, id: randomUUID() });
    expect([other.status, (other.body as unknown as Problem).where]).to.deep.equal([422, 'brush']);
  });

  it('is refused where another brush has the id of the version, and where its text cannot be kept', async () => {
    const made = await makeBrush(api);
    const other = await makeBrush(api);
    const taken = await save(other, other.kept.id, other.bench, 'mine', made.kept.id);
    expect([taken.status, (taken.body as unknown as Problem).where]).to.deep.equal([422, 'id']);
    const again = await call<Problem>(api, 'POST', '/brushes', { id: made.kept.id, what: 'x', body: made.bench });
    expect([again.status, again.body.where]).to.deep.equal([422, 'id']);
    for (const name of ['wet\0moss', 'wet \ud800 moss']) {
      const bench = { ...made.bench, brush: { ...made.bench.brush, name } };
      const bad = await save(made, made.kept.id, bench);
      const { code, detail, where } = bad.body as unknown as Problem;
      expect([bad.status, code, where]).to.deep.equal([422, 'bad-value', 'body.brush.name']);
      expect(detail).to.match(/^The request: body\.brush\.name has a character that cannot be kept/);
    }
    const fine = { ...made.bench, brush: { ...made.bench.brush, name: 'Moss 🌿 \\u0000' } };
    expect((await save(made, made.kept.id, fine)).status).to.equal(201);
  });
});
