import type {
  BrushChange,
  BrushInfo,
  BrushListing,
  BrushUse,
  Cabinet,
  Changed,
  Page,
  PlateInfo,
  VersionInfo,
} from '@amber-stamp/core/api';
import { parseBench } from '@amber-stamp/core/bench';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { benchWith, call, makeBrush, picture, plateFile, startApi, type RunningApi } from './helpers.ts';

interface Problem {
  code: string;
  detail: string;
}

describe('the brushes of the cabinet', () => {
  let api: RunningApi;
  beforeEach(async () => {
    api = await startApi();
  });
  afterEach(() => api.close());

  const list = async (query = ''): Promise<BrushListing[]> =>
    (await call<Page<BrushListing>>(api, 'GET', `/brushes?${query}`)).body.items;
  const names = async (query = '') => (await list(query)).map(({ name }) => name);
  const change = async (changes: BrushChange[]) =>
    (await call<Changed & Problem>(api, 'POST', '/cabinet/changes', { changes })).body;
  const cabinet = async () => (await call<Cabinet>(api, 'GET', '/cabinet')).body;

  it('are renamed as a version that takes their name along, and are found by it', async () => {
    const made = await makeBrush(api, 'Blot');
    const renamed = await call<BrushInfo>(api, 'PATCH', `/brushes/${made.brush.id}`, { name: 'Wet blot' });
    expect(renamed.body.name).to.equal('Wet blot');
    const versions = (await call<VersionInfo[]>(api, 'GET', `/brushes/${made.brush.id}/versions`)).body;
    expect(versions.map(({ what }) => what)).to.deep.equal(['renamed from Blot', 'made']);
    expect(await names('find=wet')).to.deep.equal(['Wet blot']);
  });

  it('are copied beside themselves with their tags, each copy by a name of its own', async () => {
    const { brush } = await makeBrush(api, 'Blot');
    await change([{ ids: [brush.id], drawer: 'Tideline', addTags: ['dry'] }]);
    await call(api, 'POST', `/brushes/${brush.id}/copies`, {});
    await call(api, 'POST', `/brushes/${brush.id}/copies`, {});
    const all = await list('sort=name');
    expect(all.map(({ name }) => name)).to.deep.equal(['Blot', 'Blot copy', 'Blot copy 2']);
    expect(all.map(({ drawer, tags }) => [drawer, tags])).to.deep.equal(Array(3).fill(['Tideline', ['dry']]));
  });

  it('are moved, tagged, noted and put away many at once, and all of it is taken back by what was answered', async () => {
    const [a, b] = [await makeBrush(api, 'A'), await makeBrush(api, 'B')];
    const ids = [a.brush.id, b.brush.id];
    await change([{ ids: [ids[0]], drawer: 'Hull', tags: ['old'] }]);
    const before = await list('sort=name');
    const { undo } = await change([
      { ids, drawer: 'Reeds', addTags: ['wet'], note: 'for low tide' },
      { ids, putAway: true },
    ]);
    expect((await list('away=true&sort=name')).map(({ drawer, tags, note }) => [drawer, tags, note])).to.deep.equal([
      ['Reeds', ['old', 'wet'], 'for low tide'],
      ['Reeds', ['wet'], 'for low tide'],
    ]);
    await change(undo);
    expect(await list('sort=name')).to.deep.equal(before);
  });

  it('stay all as they were where one of several is not there', async () => {
    const { brush } = await makeBrush(api, 'A');
    const told = await change([{ ids: [brush.id, randomUUID()], drawer: 'Reeds' }]);
    expect(told.code).to.equal('not-found');
    expect((await list())[0].drawer).to.equal('New');
    expect((await cabinet()).drawers.map(({ name }) => name)).to.deep.equal(['New']);
  });

  it('are found by tags, by what they are and do, by what their source is and by what prints', async () => {
    const source = (await call<{ id: string }>(api, 'POST', '/sources?name=quay-wall.png', await picture())).body.id;
    const { sha256 } = (await call<{ sha256: string }>(api, 'POST', '/blobs', plateFile())).body;
    const plain = benchWith(sha256, 'Round', source);
    plain.plates['blot.png'].recipe = {
      format: 'amber-stamp/recipe',
      version: 1,
      steps: [
        { step: 'gray', on: true, prints: 'light' },
        { step: 'soften', on: true },
      ],
    } as never;
    const coat = plain.brush.coats[0];
    coat.band = { fill: 'repeat' } as never;
    Object.assign(coat.properties.angle, { low: -90, high: 90, drivers: [{ by: 'chance' }] });
    const body = parseBench(plain);
    const { brush } = (
      await call<{ brush: BrushInfo }>(api, 'POST', '/brushes', { id: randomUUID(), what: 'made', body })
    ).body;
    await makeBrush(api, 'Other');
    await change([{ ids: [brush.id], addTags: ['for rope'] }]);
    for (const words of ['rope', 'BAND', 'soft turned', 'light prints', 'quay wall', 'picture'])
      expect(await names(`find=${encodeURIComponent(words)}`), words).to.deep.equal(['Round']);
    expect(await names('tag=for+rope')).to.deep.equal(['Round']);
    expect((await cabinet()).tags).to.deep.equal([{ name: 'for rope', count: 1 }]);
    const found = (await call<{ ids: string[] }>(api, 'GET', '/cabinet/found?find=band')).body;
    expect(found.ids).to.deep.equal([brush.id]);
  });

  it('are sorted by name, echo and texture, page by page, those without a number last', async () => {
    for (const [name, echo] of [
      ['moss', 30],
      ['Algae', 5],
      ['Rope', null],
      ['bark', 12.5],
    ] as const) {
      const { kept } = await makeBrush(api, name);
      if (echo !== null) await call(api, 'PATCH', `/versions/${kept.id}`, { echo, texture: echo });
    }
    const paged = async (sort: string) => {
      const seen: string[] = [];
      for (let next: string | null = ''; next !== null;) {
        const query = new URLSearchParams({ sort, limit: '1', ...(next ? { after: next } : {}) });
        const page: Page<BrushListing> = (await call<Page<BrushListing>>(api, 'GET', `/brushes?${query}`)).body;
        seen.push(...page.items.map(({ name }) => name));
        next = page.next;
      }
      return seen;
    };
    expect(await paged('name')).to.deep.equal(['Algae', 'bark', 'moss', 'Rope']);
    expect(await paged('echo')).to.deep.equal(['Algae', 'bark', 'moss', 'Rope']);
    expect(await paged('texture')).to.deep.equal(['moss', 'bark', 'Algae', 'Rope']);
    const bad = await call<Problem>(api, 'GET', '/brushes?sort=colour');
    expect([bad.status, bad.body.detail]).to.deep.equal([422, 'Brushes are sorted by kept, name, echo, texture.']);
  });

  it('are measured where their echo is not known, once', async () => {
    const { kept } = await makeBrush(api);
    const first = (await call<{ echo: number; texture: number }>(api, 'POST', `/versions/${kept.id}/measure`, {})).body;
    expect(first.echo).to.be.within(0, 100);
    const listed = (await list())[0];
    expect([listed.echo, listed.texture]).to.deep.equal([first.echo, first.texture]);
  });
});

describe('the drawers of the cabinet', () => {
  let api: RunningApi;
  beforeEach(async () => {
    api = await startApi();
  });
  afterEach(() => api.close());
  const drawers = async () =>
    (await call<Cabinet>(api, 'GET', '/cabinet')).body.drawers.map(({ name, note, count }) => [name, note, count]);

  it('are made, renamed with what lies in them, noted, ordered, and taken away when they are empty', async () => {
    await makeBrush(api);
    for (const name of ['Tideline', 'Hull']) await call(api, 'POST', '/drawers', { name });
    await call(api, 'POST', '/drawers/order', { names: ['Hull', 'Tideline'] });
    await call(api, 'PATCH', '/drawers/New', { name: 'Fresh / raw', note: 'not sorted yet' });
    expect(await drawers()).to.deep.equal([
      ['Hull', '', 0],
      ['Tideline', '', 0],
      ['Fresh / raw', 'not sorted yet', 1],
    ]);
    const full = await call<Problem>(api, 'DELETE', `/drawers/${encodeURIComponent('Fresh / raw')}`);
    expect([full.status, full.body.detail]).to.deep.equal([
      422,
      '1 of the brushes lie in Fresh / raw, those too that are put away; move them to another drawer first.',
    ]);
    await call(api, 'DELETE', '/drawers/Hull');
    expect(await drawers()).to.deep.equal([
      ['Tideline', '', 0],
      ['Fresh / raw', 'not sorted yet', 1],
    ]);
  });

  it('do not take the name of another', async () => {
    for (const name of ['Tideline', 'Hull']) await call(api, 'POST', '/drawers', { name });
    const made = await call<Problem>(api, 'POST', '/drawers', { name: 'Hull' });
    const renamed = await call<Problem>(api, 'PATCH', '/drawers/Tideline', { name: 'Hull' });
    for (const { status, body } of [made, renamed])
      expect([status, body.detail]).to.deep.equal([422, 'There is a drawer Hull already; take another name.']);
  });
});

describe('plates and sources, and who uses them', () => {
  let api: RunningApi;
  beforeEach(async () => {
    api = await startApi();
  });
  afterEach(() => api.close());
  const plates = async (query = '') => (await call<Page<PlateInfo>>(api, 'GET', `/plates?${query}`)).body.items;

  it('are told with the brushes that use them; those of older versions only where asked', async () => {
    const made = await makeBrush(api, 'Blot');
    const old = made.bench.plates['blot.png'].sha256;
    const { sha256 } = (await call<{ sha256: string }>(api, 'POST', '/blobs', plateFile(900))).body;
    const body = benchWith(sha256, 'Blot');
    await call(api, 'POST', `/brushes/${made.brush.id}/versions`, {
      id: randomUUID(),
      parent: made.kept.id,
      what: 'cut',
      body,
    });
    const other = await makeBrush(api, 'Second');
    await call(api, 'PATCH', `/brushes/${other.brush.id}`, { putAway: true });
    const uses = (await call<BrushUse[]>(api, 'GET', `/uses/${old}`)).body;
    expect(uses.map(({ name, present }) => [name, present])).to.deep.equal([
      ['Second', true],
      ['Blot', false],
    ]);
    expect((await plates()).map(({ users }) => users)).to.deep.equal([1, 1]);
    const third = benchWith(sha256, 'Second');
    await call(api, 'POST', `/brushes/${other.brush.id}/versions`, {
      id: randomUUID(),
      parent: other.kept.id,
      what: 'cut',
      body: third,
    });
    expect((await plates()).map((plate) => [plate.sha256, plate.users])).to.deep.equal([[sha256, 2]]);
    expect((await plates('older=true')).map((plate) => plate.sha256)).to.have.members([sha256, old]);
  });

  it('tell how a plate was cut, and take another name', async () => {
    const source = (await call<{ id: string }>(api, 'POST', '/sources?name=quay.png', await picture())).body.id;
    const { sha256 } = (await call<{ sha256: string }>(api, 'POST', '/blobs', plateFile())).body;
    await call(api, 'POST', '/brushes', { id: randomUUID(), what: 'made', body: benchWith(sha256, 'Blot', source) });
    const origin = (await call<{ name: string; plate: { source: string } }>(api, 'GET', `/plates/${sha256}/origin`))
      .body;
    expect([origin.name, origin.plate.source]).to.deep.equal(['blot.png', source]);
    await call(api, 'PATCH', `/plates/${sha256}`, { name: 'Quay blot' });
    await call(api, 'PATCH', `/sources/${source}`, { name: 'North quay' });
    expect((await plates()).map(({ name, sourceName }) => [name, sourceName])).to.deep.equal([
      ['Quay blot', 'North quay'],
    ]);
  });
});
