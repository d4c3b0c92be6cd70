import type { Cabinet } from '@amber-stamp/core/api';

/** One entry at the left of the cabinet. */
export interface Shelf {
  key: string;
  name: string;
  note: string;
  kind: 'brushes' | 'away' | 'sources' | 'plates';
  count: number;
  /** of brushes: the drawer whose they are; empty for all */
  drawer: string;
}

const EMPTY: Cabinet = { drawers: [], tags: [], brushes: 0, away: 0, sources: 0, plates: 0, olderPlates: 0 };

const shelf = (key: string, name: string, note: string, kind: Shelf['kind'], count: number): Shelf => ({
  key,
  name,
  note,
  kind,
  count,
  drawer: '',
});

/** All brushes, the drawers that they lie in, and what is put away; then the material. */
export function shelvesOf({ drawers, brushes, away, sources, plates } = EMPTY): {
  drawers: Shelf[];
  material: Shelf[];
} {
  const named = drawers.map(({ name, note, count }) => ({
    ...shelf(`drawer:${name}`, name, note, 'brushes', count),
    drawer: name,
  }));
  return {
    drawers: [
      shelf('all', 'All brushes', '', 'brushes', brushes),
      ...named,
      shelf('away', 'Put away', 'out of the way, never gone', 'away', away),
    ],
    material: [
      shelf('sources', 'Sources', 'as they came, never changed', 'sources', sources),
      shelf('plates', 'Plates', 'cut from sources', 'plates', plates),
    ],
  };
}

export const shelfOf = (key: string | null, shelves: readonly Shelf[]): Shelf =>
  shelves.find((s) => s.key === key) ?? shelves[0];

export const shelfUrl = ({ key }: Pick<Shelf, 'key'>): string => `/?shelf=${encodeURIComponent(key)}`;
