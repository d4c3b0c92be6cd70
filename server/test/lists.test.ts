import type { BrushListing, Cabinet, Page, PlateInfo, SourceInfo } from '@amber-stamp/core/api';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { benchWith, call, makeBrush, picture, plateFile, startApi, type RunningApi } from './helpers.ts';

interface Problem {
  code: string;
  detail: string;
  where: string;
}

describe('the lists of the cabinet', () => {
  let api: RunningApi;
  let sha256: string;
  before(async () => {
    api = await startApi();
    sha256 = (await call<{ sha256: string }>(api, 'POST', '/blobs', plateFile())).body.sha256;
    const make = (name: string, drawer: string, note: string) =>
      call(api, 'POST', '/brushes', {
        id: randomUUID(),
        what: 'made',
        drawer,
        note,
        body: benchWith(sha256, name),
      });
    for (let k = 0; k < 11; k++) await make(`Moss ${k}`, k % 3 ? 'Tideline' : 'Hull', k === 7 ? 'wet, 50% gray' : '');
  });
  after(() => api.close());

  const list = async <T = BrushListing>(query: string, path = '/brushes'): Promise<Page<T>> =>
    (await call<Page<T>>(api, 'GET', `${path}?${query}`)).body;
  const names = async (query: string) => (await list(query)).items.map(({ name }) => name);

  it('give every brush once, last kept first, page by page, though others are kept meanwhile', async () => {
    const seen: string[] = [];
    let next: string | null = '';
    while (next !== null) {
      const page: Page<BrushListing> = await list(`limit=4&after=${next}`);
      seen.push(...page.items.map(({ name }) => name));
      next = page.next;
      await makeBrush(api, 'Come since');
    }
    expect(seen).to.deep.equal(Array.from({ length: 11 }, (_, k) => `Moss ${10 - k}`));
  });

  it('have a brush first again once a state of it is kept, and not when a branch is', async () => {
    const made = await makeBrush(api, 'First');
    const other = await makeBrush(api, 'Second');
    const keep = (parent: string) =>
      call<{ id: string }>(api, 'POST', `/brushes/${made.brush.id}/versions`, {
        id: randomUUID(),
        parent,
        what: 'again',
        body: made.bench,
      });
    await keep(made.kept.id);
    expect((await list('limit=2')).items.map(({ id }) => id)).to.deep.equal([made.brush.id, other.brush.id]);
    const last = await makeBrush(api, 'Third');
    await keep(made.kept.id);
    expect((await list('limit=1')).items[0].id).to.equal(last.brush.id);
  });

  it('are searched for words in any case and order, in name, note and drawer, as they are written', async () => {
    expect(await names('find=HULL+moss+3')).to.deep.equal(['Moss 3']);
    expect(await names('find=50%25')).to.deep.equal(['Moss 7']);
    expect(await names('find=%25')).to.deep.equal(['Moss 7']);
    expect(await names('find=m_ss')).to.deep.equal([]);
    expect(await names(`find=${encodeURIComponent("'; drop table brushes; --")}`)).to.deep.equal([]);
  });

  it('are of one drawer, or of what is put away, where asked', async () => {
    expect(await names('drawer=Hull')).to.deep.equal(['Moss 9', 'Moss 6', 'Moss 3', 'Moss 0']);
    const { brush } = await makeBrush(api, 'Away');
    await call(api, 'PATCH', `/brushes/${brush.id}`, { putAway: true });
    expect(await names('away=true')).to.deep.equal(['Away']);
    expect(await names('find=away')).to.deep.equal([]);
  });

  it('give plates and sources by pages and words too', async () => {
    for (let k = 0; k < 3; k++) await call(api, 'POST', `/sources?name=quay-${k}.png`, await picture(30 + k));
    const first = await list<SourceInfo>('limit=2', '/sources');
    const rest = await list<SourceInfo>(`limit=2&after=${String(first.next)}`, '/sources');
    expect([...first.items, ...rest.items].map(({ name }) => name)).to.deep.equal(['Quay 2', 'Quay 1', 'Quay 0']);
    expect((await list<SourceInfo>('find=quay+1', '/sources')).items.map(({ name }) => name)).to.deep.equal(['Quay 1']);
    expect((await list<PlateInfo>('find=blot', '/plates')).items.map((plate) => plate.sha256)).to.deep.equal([sha256]);
    expect((await list<PlateInfo>('find=reed', '/plates')).items).to.deep.equal([]);
  });

  it('are counted by drawer', async () => {
    const { body } = await call<Cabinet>(api, 'GET', '/cabinet');
    const count = (name: string) => body.drawers.find((drawer) => drawer.name === name)?.count;
    expect([count('Hull'), count('Tideline')]).to.deep.equal([4, 7]);
    expect(body.brushes).to.equal(body.drawers.reduce((sum, drawer) => sum + drawer.count, 0));
    expect([body.away, body.sources, body.plates]).to.deep.equal([1, 3, 1]);
  });

  it('refuse a page that is none in one sentence', async () => {
    for (const [query, where] of [
      ['limit=0', 'limit'],
      ['limit=1e9', 'limit'],
      ['limit=many', 'limit'],
      ['after=yesterday', 'after'],
      [`after=1.${'a'.repeat(64)}`, 'after'],
      ['after=99999999999999999999.x', 'after'],
    ]) {
      const { status, body } = await call<Problem>(api, 'GET', `/brushes?${query}`);
      expect([status, body.code, body.where], query).to.deep.equal([422, 'bad-value', where]);
    }
  });
});
