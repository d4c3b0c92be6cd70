import type { Mesh } from '@amber-stamp/core/raster';
import { gridMesh } from '@amber-stamp/core/relief';
import { fbm } from '../art/noise.ts';

const AROUND = 190;
const GROWN = 170;
/** How much larger the shell becomes in a whole turn about its hinge. */
const EXPANSION = 5200;
const TURN = 1.75;

/** The mouth of the shell at full size: from the hinge around a drop that bends a little to one side. */
function mouth(t: number): [number, number] {
  const a = 2 * Math.PI * t;
  const down = (1 - Math.cos(a)) / 2;
  const wide = 0.5 * Math.sin(a) * (0.72 + 0.5 * down) * (1 - 0.12 * down * down);
  return [wide + 0.3 * down * down - 0.06 * Math.sin(Math.PI * down), 2 * down];
}

/**
 * One valve of a mussel, 2 units long, its outside towards +z: a mouth that grows as it turns about the hinge
 * (the logarithmic spiral of shells), with rings of growth, fine ribs and a worn beak.
 */
export function musselShell(): Mesh {
  return gridMesh(AROUND, GROWN, true, (column, row, to, at) => {
    const t = column / AROUND;
    const age = row / (GROWN - 1);
    // most rows where the shell is large
    const theta = TURN * (1 - Math.pow(age, 0.55));
    const [mx, my] = mouth(t);
    const ring = Math.sin(theta * 58 + 3.1 * fbm(age * 7, 0.5, 5, 3)) * 0.004;
    const step = 0.011 * Math.pow(Math.max(0, Math.sin(theta * 19 + 2 * fbm(age * 4, 2, 9, 2))), 6);
    const rib = 0.0035 * Math.sin(2 * Math.PI * t * 74 + 2 * fbm(t * 9, age * 3, 7, 2));
    const grown = Math.exp((-Math.log(EXPANSION) * theta) / (2 * Math.PI)) * (1 + ring - step);
    const bump = rib * Math.sin(Math.PI * t) + 0.02 * (fbm(mx * 3 + 5, my * 3 + age * 2, 3, 4) - 0.5);
    const y = (my + bump) * grown;
    to[at] = mx * grown;
    to[at + 1] = 1 - y * Math.cos(theta);
    to[at + 2] = y * Math.sin(theta) * 0.86;
  });
}
