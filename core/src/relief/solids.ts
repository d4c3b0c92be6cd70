import type { Mesh } from '../raster/picture.ts';
import { sinCosTurns } from '../maths/angles.ts';
import { gridMesh } from './grid-mesh.ts';

export const SOLIDS = ['ball', 'cube', 'cone', 'torus', 'pebble', 'cylinder'] as const;
export type Solid = (typeof SOLIDS)[number];

const AROUND = 96;
const ALONG = 64;
const sinCos = new Float64Array(2);
const turn = (turns: number): [number, number] => {
  sinCosTurns(turns, sinCos);
  return [sinCos[0], sinCos[1]];
};

/** A body about its upright axis by its outline: radius and height at a share of the way from top to bottom. */
const lathe = (outline: (t: number) => readonly [number, number], flat = 1): Mesh =>
  gridMesh(AROUND, ALONG, true, (column, row, to, at) => {
    const [r, y] = outline(row / (ALONG - 1));
    const [s, c] = turn(column / AROUND);
    to[at] = r * s;
    to[at + 1] = y;
    to[at + 2] = r * c * flat;
  });

const ballOutline = (t: number): [number, number] => {
  const [s, c] = turn(t / 2);
  return [s, c];
};

/** A flat lid, the side and a flat foot, each a share of the way. */
const lidded =
  (top: number, foot: number) =>
  (t: number): [number, number] => {
    const share = 0.2;
    if (t < share) return [(t / share) * top, 1];
    if (t > 1 - share) return [((1 - t) / share) * foot, -1];
    const down = (t - share) / (1 - 2 * share);
    return [top + (foot - top) * down, 1 - 2 * down];
  };

const torus = (): Mesh =>
  gridMesh(AROUND, ALONG, true, (column, row, to, at) => {
    const [s, c] = turn(column / AROUND);
    const [h, w] = turn(row / (ALONG - 1));
    const r = 0.68 + 0.32 * w;
    to[at] = r * s;
    to[at + 1] = r * c;
    to[at + 2] = 0.32 * h;
  });

const CUBE_CELLS = 26;

/** Six squares of many fields each, so that a lattice can bend them. */
function cube(): Mesh {
  const positions: number[] = [];
  const indices: number[] = [];
  for (let axis = 0; axis < 3; axis++)
    for (const end of [-1, 1]) {
      const first = positions.length / 3;
      for (let j = 0; j < CUBE_CELLS; j++)
        for (let i = 0; i < CUBE_CELLS; i++) {
          const place = [0, 0, 0];
          place[axis] = end;
          place[(axis + 1) % 3] = ((2 * i) / (CUBE_CELLS - 1) - 1) * end;
          place[(axis + 2) % 3] = (2 * j) / (CUBE_CELLS - 1) - 1;
          positions.push(...place.map((v) => v * 0.8));
        }
      for (let j = 0; j + 1 < CUBE_CELLS; j++)
        for (let i = 0; i + 1 < CUBE_CELLS; i++) {
          const a = first + j * CUBE_CELLS + i;
          indices.push(a, a + 1, a + CUBE_CELLS, a + 1, a + CUBE_CELLS + 1, a + CUBE_CELLS);
        }
    }
  return { positions: Float32Array.from(positions), indices: Uint32Array.from(indices) };
}

/** A solid to begin with, about 2 units large, its middle in the middle, upright along y. */
export function solidMesh(name: Solid): Mesh {
  switch (name) {
    case 'ball':
      return lathe(ballOutline);
    case 'pebble':
      return lathe((t) => {
        const [r, y] = ballOutline(t);
        return [r * (1 + 0.12 * y), y * 0.62];
      }, 0.74);
    case 'cone':
      return lathe(lidded(0.001, 0.9));
    case 'cylinder':
      return lathe(lidded(0.7, 0.7));
    case 'torus':
      return torus();
    case 'cube':
      return cube();
  }
}

/** A square of two triangles: what flat clay has as its source. */
export const sheetMesh = (): Mesh => ({
  positions: Float32Array.from([-1, -1, 0, 1, -1, 0, 1, 1, 0, -1, 1, 0]),
  indices: Uint32Array.from([0, 1, 2, 0, 2, 3]),
});
