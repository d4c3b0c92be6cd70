import type { Bench } from '@amber-stamp/core/bench';
import { makeRecipe, makeStep } from '@amber-stamp/core/cut';
import { readPack } from '@amber-stamp/core/formats';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { call, makeBrush, picture, startApi, type RunningApi } from './helpers.ts';

describe('packs over the API', () => {
  let api: RunningApi;
  before(async () => {
    api = await startApi();
  });
  after(() => api.close());
  const count = async (table: string): Promise<number> => {
    const { rows } = await api.database.db.execute(sql.raw(`select count(*)::int as n from ${table}`));
    return (rows[0] as { n: number }).n;
  };

  it('come back as the same brush and make no second copy of what is here', async () => {
    const made = await makeBrush(api, 'Packed');
    const zip = new Uint8Array(
      await (await fetch(`${api.url}/api/versions/${made.kept.id}/pack?sources=yes`)).arrayBuffer(),
    );
    const before = await count('brushes');
    const same = await call<{ brushes: { id: string; alreadyHere: boolean }[] }>(api, 'POST', '/packs', zip);
    expect(same.body.brushes).to.deep.equal([{ id: made.brush.id, name: 'Packed', alreadyHere: true }]);
    expect(await count('brushes')).to.equal(before);
    const other = await startApi();
    const fresh = await call<{ brushes: { id: string; alreadyHere: boolean }[] }>(other, 'POST', '/packs', zip);
    expect(fresh.body.brushes[0].alreadyHere).to.equal(false);
    const open = await call<{ version: { body: Bench } }>(other, 'GET', `/brushes/${fresh.body.brushes[0].id}`);
    expect(open.body.version.body.brush).to.deep.equal(made.bench.brush);
    expect(open.body.version.body.plates).to.deep.equal(made.bench.plates);
    await other.close();
  });
  it('carry what steps of a recipe name: another source, and a brush with all of its own', async () => {
    const made = await makeBrush(api, 'Retouching');
    const dot = await makeBrush(api, 'Dot');
    const other = await call<{ id: string }>(api, 'POST', '/sources?name=other.png', await picture(90));
    const [[name, plate]] = Object.entries(made.bench.plates);
    const steps = [
      makeStep('gray'),
      makeStep('overlay', { source: other.body.id }),
      { ...makeStep('retouch', { brush: dot.kept.id }), on: false },
    ];
    const plates = { [name]: { ...plate, recipe: makeRecipe(steps) } };
    const state = { id: randomUUID(), parent: made.kept.id, what: 'retouched', body: { ...made.bench, plates } };
    const kept = await call<{ id: string }>(api, 'POST', `/brushes/${made.brush.id}/versions`, state);
    const zip = new Uint8Array(
      await (await fetch(`${api.url}/api/versions/${kept.body.id}/pack?sources=yes`)).arrayBuffer(),
    );
    expect(readPack(zip).brushes.map(({ path }) => path)).to.deep.equal([
      'brushes/retouching.json',
      'brushes/dot.json',
    ]);
    const elsewhere = await startApi();
    const imported = await call<{ brushes: { id: string }[] }>(elsewhere, 'POST', '/packs', zip);
    const [main, second] = await Promise.all(
      imported.body.brushes.map(
        async ({ id }) =>
          (await call<{ version: { id: string; body: Bench } }>(elsewhere, 'GET', `/brushes/${id}`)).body.version,
      ),
    );
    const [, overlay, retouch] = Object.values(main.body.plates)[0].recipe!.steps;
    expect(retouch.brush).to.equal(second.id);
    const file = await fetch(`${elsewhere.url}/api/sources/${String(overlay.source)}/file`);
    expect(new Uint8Array(await file.arrayBuffer())).to.deep.equal(new Uint8Array(await picture(90)));
    await elsewhere.close();
  });
  it('that are bad leave nothing behind', async () => {
    const [brushes, blobs] = [await count('brushes'), await count('blobs')];
    const { status, body } = await call<{ code: string }>(api, 'POST', '/packs', Buffer.from('PK nothing'));
    expect([status, body.code]).to.deep.equal([422, 'bad-pack']);
    expect([await count('brushes'), await count('blobs')]).to.deep.equal([brushes, blobs]);
  });
});
