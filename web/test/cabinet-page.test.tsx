import { screen, show, within, withPage } from './helpers/page.tsx';
import type { BrushChange, BrushListing } from '@amber-stamp/core/api';
import { AmberError } from '@amber-stamp/core/errors';
import { cleanup, fireEvent, waitFor } from '@testing-library/react';
import { expect } from 'chai';
import { MemoryRouter } from 'react-router';
import { CabinetPage } from '../src/pages/CabinetPage.tsx';
import { listOf, StandInServer } from './helpers/server.ts';

const listing = (id: string, name: string, more: Partial<BrushListing> = {}): BrushListing => ({
  id,
  name,
  drawer: 'Tideline',
  note: '',
  putAwayAt: null,
  createdAt: '2026-01-01T00:00:00Z',
  version: 1,
  versionId: `version-${id}`,
  tags: [],
  words: [],
  echo: 12,
  texture: 40,
  thumbnail: null,
  keptAt: '2026-01-01T00:00:00Z',
  tips: 1,
  ...more,
});
const BRUSHES = [
  listing('1', 'Barnacle field', { tips: 4, note: 'dry' }),
  listing('2', 'Boat paint', { drawer: 'Wood and paint' }),
  listing('3', 'Old moss', { putAwayAt: '2026-02-01T00:00:00Z' }),
];
const SOURCE = {
  id: 's',
  name: 'Harbour wall',
  kind: 'photograph',
  sha256: 'a'.repeat(64),
  format: 'png',
  width: 900,
  height: 700,
  channels: 3,
  bits: 8,
  createdAt: '2026-01-01T00:00:00Z',
};

const brushesOf = (brushes: readonly BrushListing[]) =>
  listOf(
    brushes,
    ({ drawer, putAwayAt }, query) =>
      [null, drawer].includes(query.get('drawer')) && (putAwayAt !== null) === query.has('away'),
  );

interface Changes {
  changes: [BrushChange];
}
/** What takes a change of putting away back. */
const undone = (body: unknown): BrushChange => {
  const { ids, putAway } = (body as Changes).changes[0];
  return { ids, putAway: !putAway };
};

describe('the cabinet', () => {
  withPage();
  let server: StandInServer;
  beforeEach(() => {
    server = new StandInServer();
    server.on('GET /brushes', brushesOf(BRUSHES));
    server.on('GET /sources', listOf([SOURCE]));
    server.on('GET /plates', listOf([]));
    server.on('GET /cabinet', () => ({
      drawers: [
        { name: 'Tideline', note: 'sets for the glasshouse', count: 1 },
        { name: 'Wood and paint', note: '', count: 1 },
      ],
      tags: [],
      olderPlates: 0,
      brushes: 2,
      away: 1,
      sources: 1,
      plates: 0,
    }));
  });
  const opened = async (at = '/') => {
    const user = show(
      <MemoryRouter initialEntries={[at]}>
        <CabinetPage />
      </MemoryRouter>,
    );
    await rests();
    return user;
  };
  const rests = () => waitFor(() => expect(screen.queryByText('opening the cabinet…')).to.equal(null));
  const names = () => screen.queryAllByRole('article').map((box) => box.getAttribute('aria-label'));
  const changes = () => server.to('POST /cabinet/changes').map(({ body }) => (body as Changes).changes[0]);
  const shelf = (name: RegExp) => screen.getByRole('link', { name });

  it('shows every brush that is not put away', async () => {
    await opened();
    expect(names()).to.deep.equal(['Barnacle field', 'Boat paint']);
    expect(screen.getByText('dry, 4 tips')).to.not.equal(null);
  });

  it('counts what lies in each drawer and on each shelf', async () => {
    await opened();
    const counts = within(screen.getByRole('navigation', { name: 'Drawers and material' }))
      .getAllByRole('link')
      .map((link) => link.textContent);
    expect(counts).to.deep.equal(['All brushes2', 'Tideline1', 'Wood and paint1', 'Put away1', 'Sources1', 'Plates0']);
  });

  it('opens a drawer', async () => {
    const user = await opened();
    await user.click(shelf(/^Wood and paint/));
    await rests();
    expect(names()).to.deep.equal(['Boat paint']);
    expect(shelf(/^Wood and paint/).getAttribute('aria-current')).to.equal('page');
  });

  it('finds by parts of a name, in any case, and says where it found none', async () => {
    const user = await opened();
    const field = screen.getByRole('textbox', { name: 'Find in All brushes' });
    await user.type(field, 'PAINT');
    await waitFor(() => expect(names()).to.deep.equal(['Boat paint']));
    await user.type(field, 'brush');
    expect(await screen.findByText('No brush is found by that')).to.not.equal(null);
    expect(names()).to.deep.equal([]);
  });

  it('puts a brush away, and takes it out again', async () => {
    server.on('POST /cabinet/changes', ({ body }) => ({ undo: [undone(body)] }));
    const user = await opened();
    await user.click(
      within(screen.getByRole('article', { name: 'Boat paint' })).getByRole('button', { name: 'put away' }),
    );
    expect(await screen.findByText('Boat paint is put away.')).to.not.equal(null);
    await user.click(shelf(/^Put away/));
    await user.click(await screen.findByRole('button', { name: 'take out' }));
    await waitFor(() => expect(changes()).to.have.length(2));
    expect(changes()).to.deep.equal([
      { ids: ['2'], putAway: true },
      { ids: ['3'], putAway: false },
    ]);
  });

  it('says what went wrong where a brush could not be put away', async () => {
    server.on('POST /cabinet/changes', () => {
      throw new AmberError('storage-failed', 'The disk is full; free some space.');
    });
    const user = await opened();
    await user.click(screen.getAllByRole('button', { name: 'put away' })[0]);
    expect((await screen.findByRole('alert')).textContent).to.include('The disk is full');
  });

  it('has its sources and plates beside the drawers', async () => {
    const user = await opened();
    await user.click(shelf(/^Sources/));
    await rests();
    expect(names()).to.deep.equal(['Harbour wall']);
    expect(screen.getByText('photograph, 900 x 700 px')).to.not.equal(null);
    await user.click(shelf(/^Plates/));
    expect(await screen.findByText('No plates yet')).to.not.equal(null);
  });

  it('with ten thousand brushes has boxes for those alone that are seen, and reads on as they are', async () => {
    const many = Array.from({ length: 10_000 }, (_, k) => listing(String(k), `Moss ${k}`));
    server.on('GET /brushes', listOf(many));
    await opened();
    expect(names()).to.include('Moss 0');
    expect(names().length).to.be.lessThan(60);
    expect(server.to('GET /brushes').length).to.equal(1);
    const list = screen.getByRole('region', { name: 'All brushes' });
    list.scrollTop = 60 * 202;
    fireEvent.scroll(list);
    await waitFor(() => expect(names()).to.include('Moss 59'));
    await waitFor(() => expect(server.to('GET /brushes').length).to.equal(2));
    expect(names()).to.not.include('Moss 0');
    expect(names().length).to.be.lessThan(60);
  });

  it('that is empty says how a brush comes to be', async () => {
    server.on('GET /brushes', listOf([]));
    await opened();
    expect(await screen.findByText('A picture becomes a brush')).to.not.equal(null);
  });

  it('that does not open says why, and is tried again', async () => {
    server.goAway();
    const user = show(
      <MemoryRouter>
        <CabinetPage />
      </MemoryRouter>,
    );
    expect((await screen.findByRole('alert')).textContent).to.include('The server cannot be reached');
    server.comeBack();
    await user.click(screen.getByRole('button', { name: 'Try again' }));
    await waitFor(() => expect(names()).to.have.length(2));
  });

  it('opens at the shelf that its address names, and at all brushes where that is gone', async () => {
    await opened('/?shelf=sources');
    expect(await screen.findByRole('article', { name: 'Harbour wall' })).to.not.equal(null);
    cleanup();
    await opened('/?shelf=drawer%3AGone');
    expect(await screen.findByRole('heading', { name: 'All brushes' })).to.not.equal(null);
  });
});
