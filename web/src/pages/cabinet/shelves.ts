import type { BrushListing } from '@amber-stamp/core/api';

/** One entry at the left of the cabinet. */
export interface Shelf {
  key: string;
  name: string;
  note: string;
  kind: 'brushes' | 'away' | 'sources' | 'plates';
  count: number;
  holds: (brush: BrushListing) => boolean;
}

const NOTES: Readonly<Record<string, string>> = {
  Tideline: 'sets for the glasshouse at low tide',
  'Wood and paint': 'hulls, planks and what peels off them',
  New: 'made or imported, not sorted yet',
};

/** The drawers that brushes lie in, then all of them and what is put away; then the material. */
export function useDrawers(
  brushes: readonly BrushListing[],
  sources: number,
  plates: number,
): { drawers: Shelf[]; material: Shelf[] } {
  const here = brushes.filter((b) => !b.putAwayAt);
  const away = brushes.length - here.length;
  const names = [...new Set(here.map((b) => b.drawer))].sort((a, b) => a.localeCompare(b));
  const all: Shelf = {
    key: 'all',
    name: 'All brushes',
    note: 'last kept first',
    kind: 'brushes',
    count: here.length,
    holds: (b) => !b.putAwayAt,
  };
  const drawers: Shelf[] = names.map((name) => ({
    key: `drawer:${name}`,
    name,
    note: NOTES[name] ?? '',
    kind: 'brushes',
    count: here.filter((b) => b.drawer === name).length,
    holds: (b) => !b.putAwayAt && b.drawer === name,
  }));
  const put: Shelf = {
    key: 'away',
    name: 'Put away',
    note: 'out of the way, never gone',
    kind: 'away',
    count: away,
    holds: (b) => b.putAwayAt !== null,
  };
  const none = () => false;
  return {
    drawers: [all, ...drawers, put],
    material: [
      {
        key: 'sources',
        name: 'Sources',
        note: 'as they came, never changed',
        kind: 'sources',
        count: sources,
        holds: none,
      },
      { key: 'plates', name: 'Plates', note: 'cut from sources', kind: 'plates', count: plates, holds: none },
    ],
  };
}

export const shelfOf = (key: string | null, shelves: readonly Shelf[]): Shelf =>
  shelves.find((s) => s.key === key) ?? shelves[0];
