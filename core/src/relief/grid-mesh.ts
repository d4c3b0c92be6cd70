import type { Mesh } from '../raster/picture.ts';

/** A grid of points, `columns` in each of `rows`, as triangles; `closed` joins the last column to the first. */
export function gridMesh(
  columns: number,
  rows: number,
  closed: boolean,
  point: (column: number, row: number, to: Float32Array, at: number) => void,
): Mesh {
  const positions = new Float32Array(3 * columns * rows);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) point(column, row, positions, 3 * (row * columns + column));
  const indices: number[] = [];
  const last = closed ? columns : columns - 1;
  for (let row = 0; row + 1 < rows; row++)
    for (let column = 0; column < last; column++) {
      const a = row * columns + column;
      const b = row * columns + ((column + 1) % columns);
      indices.push(a, b, a + columns, b, b + columns, a + columns);
    }
  return { positions, indices: Uint32Array.from(indices) };
}
