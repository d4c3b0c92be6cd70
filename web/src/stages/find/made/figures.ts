import { makeFigure, rowAt, takenApart, type Figure, type RowPath, type Shapes } from '@amber-stamp/core/make';
import { original } from 'immer';
import { samePath, useChosenRows } from './chosen.ts';
import { changeMade, editMade } from './edits.ts';

const FORMAT = 'amber-stamp/shapes';
const edit = (what: string, run: (shapes: Shapes) => void) => changeMade<Shapes>(what, FORMAT, run);

/** What a row is called: by its own name, or by what it is. */
export const rowName = ({ name, what }: Figure): string => name || what[0].toUpperCase() + what.slice(1);

/** The rows among which a row stands. */
const siblings = (shapes: Shapes, path: RowPath): Figure[] =>
  path.length > 1 ? (rowAt(shapes.rows, path.slice(0, -1))?.rows ?? []) : shapes.rows;
const last = (path: RowPath): number => path[path.length - 1];
const beside = (path: RowPath, at: number): RowPath => [...path.slice(0, -1), at];

/** Changes a row while the hand moves. */
export const editRow = (path: RowPath, run: (row: Figure) => void): void =>
  editMade<Shapes>(FORMAT, (shapes) => {
    const row = rowAt(shapes.rows, path);
    if (row) run(row);
  });

/** New figures, each worth looking at as it comes. */
export const NEW_FIGURES: readonly { label: string; make: () => Figure }[] = [
  { label: 'Ellipse', make: () => makeFigure({ what: 'ellipse', width: 40, height: 40 }) },
  { label: 'Rectangle', make: () => makeFigure({ what: 'rectangle', width: 44, height: 30, rounding: 20 }) },
  { label: 'Polygon', make: () => makeFigure({ what: 'polygon', corners: 6, width: 44, height: 44 }) },
  { label: 'Star', make: () => makeFigure({ what: 'polygon', corners: 5, star: 55, width: 48, height: 48 }) },
];

/** Adds a row above all others and chooses it. */
export function addFigure(figure: Figure): void {
  let at = 0;
  edit(`${rowName(figure)} added`, (shapes) => {
    at = shapes.rows.push(figure) - 1;
  });
  useChosenRows.setState({ paths: [[at]] });
}

export function removeRows(paths: readonly RowPath[]): void {
  edit(paths.length === 1 ? 'row removed' : `${paths.length} rows removed`, (shapes) => {
    // from behind, so that those before keep their places
    for (const path of [...paths].sort((a, b) => last(b) - last(a))) siblings(shapes, path).splice(last(path), 1);
  });
  useChosenRows.setState({ paths: [] });
}

export function duplicateRow(path: RowPath): void {
  edit('row once more', (shapes) => {
    const rows = siblings(shapes, path);
    const copy = JSON.parse(JSON.stringify(rows[last(path)])) as Figure;
    rows.splice(last(path) + 1, 0, { ...copy, x: copy.x + 4, y: copy.y + 4 });
  });
  useChosenRows.setState({ paths: [beside(path, last(path) + 1)] });
}

export function moveRow(path: RowPath, to: number): void {
  edit('row moved', (shapes) => {
    const rows = siblings(shapes, path);
    rows.splice(to, 0, ...rows.splice(last(path), 1));
  });
  useChosenRows.setState({ paths: [beside(path, to)] });
}

export const switchRow = (path: RowPath, on: boolean): void =>
  edit(on ? 'row shown' : 'row hidden', (shapes) => {
    const row = rowAt(shapes.rows, path);
    if (row) row.on = on;
  });

/** Rows that stand among the same others can be made one. */
export const canGroup = (paths: readonly RowPath[]): boolean =>
  paths.length > 0 && paths.every((path) => samePath(path.slice(0, -1), paths[0].slice(0, -1)));

/** Puts rows into one group, where the highest of them stood. */
export function groupRows(paths: readonly RowPath[]): void {
  const places = paths.map(last).sort((a, b) => a - b);
  const at = places[places.length - 1] - places.length + 1;
  edit('rows made one', (shapes) => {
    const rows = siblings(shapes, paths[0]);
    const inside = places.map((k) => rows[k]);
    for (const k of [...places].reverse()) rows.splice(k, 1);
    rows.splice(at, 0, { ...makeFigure({ what: 'group', name: 'Group' }), rows: inside });
  });
  useChosenRows.setState({ paths: [beside(paths[0], at)] });
}

/** Takes a group apart: its rows stand where they stood, as large and turned as in it. */
export function ungroupRow(path: RowPath): void {
  edit('group taken apart', (shapes) => {
    const rows = siblings(shapes, path);
    rows.splice(last(path), 1, ...takenApart(original(rows[last(path)]) ?? rows[last(path)]));
  });
  useChosenRows.setState({ paths: [] });
}
