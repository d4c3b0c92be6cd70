import type { Mesh } from '../raster/picture.ts';
import { sinCosTurns } from '../maths/angles.ts';

export const VIEWS = ['front', 'back', 'left', 'right', 'top', 'bottom'] as const;
export type ViewName = (typeof VIEWS)[number];
export const UPS = ['y', 'z'] as const;

/** From which side a mesh is seen, and how it is turned before: degrees about its up axis, about the axis to the right, about the axis to the eye. */
export interface View {
  from: ViewName;
  up: (typeof UPS)[number];
  yawDeg: number;
  pitchDeg: number;
  rollDeg: number;
}
export const FRONT: View = { from: 'front', up: 'y', yawDeg: 0, pitchDeg: 0, rollDeg: 0 };

/** Row by row: what of x, y, z runs to the right, upwards and towards the eye. */
export type Frame = readonly [number[], number[], number[]];

/** The three axes of each view of an object that stands upright along y and faces +z. */
const AXES: Readonly<Record<ViewName, Frame>> = {
  front: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  back: [
    [-1, 0, 0],
    [0, 1, 0],
    [0, 0, -1],
  ],
  right: [
    [0, 0, -1],
    [0, 1, 0],
    [1, 0, 0],
  ],
  left: [
    [0, 0, 1],
    [0, 1, 0],
    [-1, 0, 0],
  ],
  top: [
    [1, 0, 0],
    [0, 0, -1],
    [0, 1, 0],
  ],
  bottom: [
    [1, 0, 0],
    [0, 0, 1],
    [0, -1, 0],
  ],
};

/** An object that stands along z, seen from -y, brought upright along y: (x, y, z) to (x, z, -y). */
const FROM_Z: Frame = [
  [1, 0, 0],
  [0, 0, 1],
  [0, -1, 0],
];

const times = (a: Frame, b: Frame): Frame =>
  a.map((row) => [0, 1, 2].map((c) => row[0] * b[0][c] + row[1] * b[1][c] + row[2] * b[2][c])) as unknown as Frame;

/** A turn about one of three axes by degrees, right-handed. */
function turn(axis: 0 | 1 | 2, degrees: number): Frame {
  const sinCos = new Float64Array(2);
  sinCosTurns(degrees / 360, sinCos);
  const [s, c] = sinCos;
  if (axis === 0)
    return [
      [1, 0, 0],
      [0, c, -s],
      [0, s, c],
    ];
  if (axis === 1)
    return [
      [c, 0, s],
      [0, 1, 0],
      [-s, 0, c],
    ];
  return [
    [c, -s, 0],
    [s, c, 0],
    [0, 0, 1],
  ];
}

/** The axes of a view: the named side first, then yaw, pitch and roll as the eye sees them. */
export function frameOf({ from, up, yawDeg, pitchDeg, rollDeg }: View): Frame {
  const named = up === 'z' ? times(AXES[from], FROM_Z) : AXES[from];
  return times(turn(2, rollDeg), times(turn(0, pitchDeg), times(turn(1, yawDeg), named)));
}

/** The corners of a mesh as a view sees them: to the right, upwards, towards the eye. */
export function seenFrom({ positions }: Mesh, [right, upwards, towards]: Frame): Float64Array {
  const out = new Float64Array(positions.length);
  for (let i = 0; i < positions.length; i += 3) {
    const x = positions[i];
    const y = positions[i + 1];
    const z = positions[i + 2];
    out[i] = right[0] * x + right[1] * y + right[2] * z;
    out[i + 1] = upwards[0] * x + upwards[1] * y + upwards[2] * z;
    out[i + 2] = towards[0] * x + towards[1] * y + towards[2] * z;
  }
  return out;
}
