import type { Deleted, Page, PlateInfo, SourceListing } from '@amber-stamp/core/api';
import { parseBench } from '@amber-stamp/core/bench';
import { sql } from 'drizzle-orm';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { benchWith, call, picture, plateFile, startApi, type Made, type RunningApi } from './helpers.ts';

describe('deleting brushes for good', () => {
  let api: RunningApi;
  beforeEach(async () => {
    api = await startApi();
  });
  afterEach(() => api.close());

  const keepPlate = async (value: number) =>
    (await call<{ sha256: string; size: number }>(api, 'POST', '/blobs', plateFile(value))).body;
  const make = async (body: unknown): Promise<Made> =>
    (await call<Made>(api, 'POST', '/brushes', { id: randomUUID(), what: 'made', body })).body;
  const away = (ids: string[]) => call(api, 'POST', '/cabinet/changes', { changes: [{ ids, putAway: true }] });
  const weigh = async (ids: string[], sources = false) =>
    (await call<Deleted>(api, 'POST', '/cabinet/deletions/weigh', { ids, sources })).body;
  const remove = (ids: string[], sources = false) =>
    call<Deleted & { detail: string }>(api, 'POST', '/cabinet/deletions', { ids, sources });
  const files = async () =>
    Number(((await api.database.db.execute(sql`select count(*) as n from blobs`)).rows[0] as { n: string }).n);

  it('is refused for what is not put away', async () => {
    const { sha256 } = await keepPlate(65535);
    const { brush } = await make(benchWith(sha256, 'Blot'));
    const { status, body } = await remove([brush.id]);
    expect([status, body.detail]).to.deep.equal([
      422,
      'Blot is not put away; only what is put away is deleted for good.',
    ]);
  });

  it('frees the files that only they used, as was told before, and leaves those of others', async () => {
    const [own, shared] = [await keepPlate(300), await keepPlate(65535)];
    const both = parseBench({
      ...benchWith(shared.sha256, 'Both'),
      plates: { 'blot.png': { sha256: shared.sha256 }, 'own.png': { sha256: own.sha256 } },
    });
    const { brush } = await make(both);
    await make(benchWith(shared.sha256, 'Other'));
    await away([brush.id]);
    const told = await weigh([brush.id]);
    expect(await files()).to.equal(2);
    const { body } = await remove([brush.id]);
    expect(body).to.deep.equal(told);
    expect(body).to.deep.equal({ brushes: 1, versions: 1, files: 1, bytes: own.size, sources: [], kept: [] });
    expect(await files()).to.equal(1);
    const plates = (await call<Page<PlateInfo>>(api, 'GET', '/plates?older=true')).body.items;
    expect(plates.map(({ sha256 }) => sha256)).to.deep.equal([shared.sha256]);
    expect((await call(api, 'GET', `/brushes/${brush.id}`)).status).to.equal(404);
  });

  it('takes sources along only where that is asked for and nothing else uses them', async () => {
    const add = async (name: string, shade: number) =>
      (await call<{ id: string }>(api, 'POST', `/sources?name=${name}.png`, await picture(shade))).body.id;
    const [alone, common] = [await add('alone', 30), await add('common', 60)];
    const [a, b] = [await keepPlate(100), await keepPlate(200)];
    const body = parseBench({
      ...benchWith(a.sha256, 'Two'),
      plates: { 'blot.png': { sha256: a.sha256, source: alone }, 'b.png': { sha256: b.sha256, source: common } },
    });
    const { brush } = await make(body);
    await make(benchWith(b.sha256, 'Other', common));
    await away([brush.id]);
    expect((await weigh([brush.id])).sources).to.deep.equal([]);
    const { body: gone } = await remove([brush.id], true);
    expect(gone.sources).to.deep.equal(['Alone']);
    const left = (await call<Page<SourceListing>>(api, 'GET', '/sources')).body.items;
    expect(left.map(({ name, users }) => [name, users])).to.deep.equal([['Common', 1]]);
  });

  it('leaves a brush that others are drawn with, and says which', async () => {
    const { sha256 } = await keepPlate(65535);
    const thread = await make(benchWith(sha256, 'Thread'));
    const drawn = benchWith(sha256, 'Cloud');
    drawn.strokes = [
      {
        points: [{ x: 1, y: 1, t: 0, pressure: 1, tiltX: 0, tiltY: 0, twist: 0 }],
        number: 16,
        version: thread.kept.id,
      },
    ] as never;
    const cloud = await make(parseBench(drawn));
    await away([thread.brush.id, cloud.brush.id]);
    const alone = await weigh([thread.brush.id]);
    expect([alone.brushes, alone.kept]).to.deep.equal([0, [{ id: thread.brush.id, name: 'Thread', by: ['Cloud'] }]]);
    expect((await weigh([thread.brush.id, cloud.brush.id])).brushes).to.equal(2);
  });
});
