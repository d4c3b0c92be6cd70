import type { Mesh } from '@amber-stamp/core';

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

/** A mesh as OBJ text. */
export function objFile({ positions, indices }: Mesh): Uint8Array {
  const lines: string[] = [];
  for (let i = 0; i < positions.length; i += 3)
    lines.push(`v ${positions[i].toFixed(4)} ${positions[i + 1].toFixed(4)} ${positions[i + 2].toFixed(4)}`);
  for (let i = 0; i < indices.length; i += 3)
    lines.push(`f ${indices[i] + 1} ${indices[i + 1] + 1} ${indices[i + 2] + 1}`);
  return new TextEncoder().encode(`${lines.join('\n')}\n`);
}
