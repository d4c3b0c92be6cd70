import type { BrushListing, Imported, Page } from '@amber-stamp/core/api';
import { encodePlate, writePack } from '@amber-stamp/core/formats';
import { plainBrush } from '@amber-stamp/core/model';
import { sql } from 'drizzle-orm';
import { expect } from 'chai';
import { call, makeBrush, startApi, type RunningApi } from './helpers.ts';

/** A pack of so many brushes, each with a plate of its own. */
function packOf(count: number, side = 16): Uint8Array {
  const brushes = Array.from({ length: count }, (_, k) => plainBrush(`Tip ${k}`, `tip-${k}.png`, k));
  const plate = (k: number) => {
    const data = new Uint16Array(side * side).map((_, i) => (i * 7919 + k * 104729) & 65535);
    return encodePlate({ width: side, height: side, data });
  };
  return writePack({ brushes, plates: new Map(brushes.map((_, k) => [`tip-${k}.png`, plate(k)])) });
}

describe('large packs', () => {
  let api: RunningApi;
  beforeEach(async () => {
    api = await startApi();
  });
  afterEach(() => api.close());
  const count = async (table: string): Promise<number> => {
    const { rows } = await api.database.db.execute(sql.raw(`select count(*)::int as n from ${table}`));
    return (rows[0] as { n: number }).n;
  };
  const list = async () => (await call<Page<BrushListing>>(api, 'GET', '/brushes?limit=200')).body.items;

  it('stand in the cabinet at once, give their plates when they are asked for, and are taken over beside that', async () => {
    const { status, body } = await call<Imported>(api, 'POST', '/packs', packOf(150));
    expect([status, body.brushes.length]).to.deep.equal([201, 150]);
    const { versionId } = (await list())[0];
    const { body: version } = await call<{ body: { plates: Record<string, { sha256: string }> } }>(
      api,
      'GET',
      `/versions/${versionId}`,
    );
    const { sha256 } = Object.values(version.body.plates)[0];
    const file = await fetch(`${api.url}/api/blobs/${sha256}`);
    expect([file.status, (await file.arrayBuffer()).byteLength > 100]).to.deep.equal([200, true]);
    while ((await count('packs')) > 0) await new Promise((done) => setTimeout(done, 20));
    expect([await count('packed_files'), await count('blobs'), await count('plates')]).to.deep.equal([0, 150, 150]);
  });

  it('make no second copy of what is here already', async () => {
    const pack = packOf(5);
    await call(api, 'POST', '/packs', pack);
    const again = await call<Imported>(api, 'POST', '/packs', pack);
    expect(again.body.brushes.map(({ alreadyHere }) => alreadyHere)).to.deep.equal(Array(5).fill(true));
    expect((await list()).length).to.equal(5);
  });

  it('are refused whole where one of their files is damaged', async () => {
    const pack = packOf(20);
    pack[Math.floor(pack.length / 2)] ^= 255;
    const { status } = await call(api, 'POST', '/packs', pack);
    expect([status, await count('brushes'), await count('packs'), await count('plates')]).to.deep.equal([422, 0, 0, 0]);
  });

  it('of several brushes bring drawers, tags and notes along', async () => {
    const [a, b] = [await makeBrush(api, 'A'), await makeBrush(api, 'B')];
    const ids = [a.brush.id, b.brush.id];
    const changes = [{ ids, drawer: 'Hull', addTags: ['old'], note: 'for the bow' }];
    await call(api, 'POST', '/cabinet/changes', { changes });
    const { body: order } = await call<{ id: string }>(api, 'POST', '/packs/orders', { ids, sources: true });
    const response = await fetch(`${api.url}/api/packs/orders/${order.id}`);
    expect(response.headers.get('content-disposition')).to.equal('attachment; filename="hull.zip"');
    const pack = new Uint8Array(await response.arrayBuffer());
    const other = await startApi();
    await call(other, 'POST', '/packs', pack);
    const there = (await call<Page<BrushListing>>(other, 'GET', '/brushes?sort=name')).body.items;
    expect(there.map(({ name, drawer, tags, note }) => [name, drawer, tags, note])).to.deep.equal([
      ['A', 'Hull', ['old'], 'for the bow'],
      ['B', 'Hull', ['old'], 'for the bow'],
    ]);
    await other.close();
  });
});
