import { create } from 'zustand';
import { editProperty, propertyOf, type RangeName } from '../../bench/edit.ts';
import { presentBench } from '../../bench/store.ts';
import { endsOf, placeOf, ROWS, setEnds, setStill, valueNear, type RowDefinition } from './rows.ts';

/** Rows that move together: when a peg of one is moved, those of the others go as far on their own rulers. */
export const useLinkedRows = create<{ names: RangeName[] }>(() => ({ names: [] }));

export const toggleLinked = (name: RangeName): void =>
  useLinkedRows.setState(({ names }) => ({
    names: names.includes(name) ? names.filter((n) => n !== name) : [...names, name],
  }));

/** Moves the pegs of the other rows by `way`, a share of the ruler. */
function carry(row: RowDefinition, way: number): void {
  const { name } = row;
  const property = propertyOf(presentBench(), name);
  const [low, high] = endsOf(name, property).map((v) => valueNear(row, placeOf(row, v) + way));
  editProperty(name, (p) => (p.drivers.length > 0 ? setEnds(name, p, low, high) : setStill(name, p, high)));
}

/** Moves all rows that are together with `row`, whose pegs are about to go from `from` to `to`. */
export function moveLinked(row: RowDefinition, from: readonly number[], to: readonly number[]): void {
  const { names } = useLinkedRows.getState();
  if (!names.includes(row.name)) return;
  const ways = to.map((v, k) => placeOf(row, v) - placeOf(row, from[k]));
  const way = ways.reduce((most, w) => (Math.abs(w) > Math.abs(most) ? w : most), 0);
  for (const other of ROWS) if (other.name !== row.name && names.includes(other.name)) carry(other, way);
}
