import type { Mesh } from '../raster/picture.ts';
import { castMesh, MAX_CAST_PX, MIN_CAST_PX } from '../relief/cast.ts';
import { LATTICE, shapedByLattice } from '../relief/lattice.ts';
import { UPS, VIEWS, type View } from '../relief/view.ts';
import { grayOf } from './gray.ts';
import {
  choice,
  number,
  percent,
  type StepResult,
  defineStep,
  type Params,
  type StepValues,
  type ValuesOf,
  valuesIn,
} from './step.ts';

const turned = (label: string, help: string) => number(label, '°', [-180, 180, 0.5], 0, help);
const moved = (label: string) => number(label, '%', [-100, 100, 0.5], 0, 'Of the frame, in percent of its side.');

const CAST_PARAMS = {
  from: choice('From', VIEWS, 'front', 'The side that it is seen from, before it is turned.'),
  up: choice('Up is', UPS, 'y', 'Which axis of the file points up.'),
  yawDeg: turned('Turn', 'About its upright axis.'),
  pitchDeg: turned('Lean', 'About the axis that runs to the right.'),
  rollDeg: turned('Roll', 'About the line of sight.'),
  sizePx: number('Resolution', 'px', [MIN_CAST_PX, MAX_CAST_PX, 1], 512, 'Side of the plate.'),
  padPct: percent('Margin', 4, 'Empty border on each side.', 45),
  zoomPct: number('Enlarge', '%', [100, 400, 1], 100, '100 shows all of it.'),
  acrossPct: moved('Frame across'),
  downPct: moved('Frame down'),
  latticeSide: number('Lattice', '', [LATTICE.least, LATTICE.most, 1], 3, 'Control points along each side of its box.'),
  lattice: {
    kind: 'rows',
    label: 'Moved points',
    columns: ['point', 'x', 'y', 'z'],
    open: false,
    most: LATTICE.most ** 3,
    min: -4,
    max: LATTICE.most ** 3,
    default: [],
    help: 'Each moved control point of the lattice: its number (x fastest, then y, then z), and by how much along x, y and z in shares of the mesh.',
  },
  depthPct: percent('Depth', 100, 'The nearest share of its depth that is kept and spread over 0..1.', 100, 0.5),
} as const satisfies Params;
export type CastValues = ValuesOf<typeof CAST_PARAMS>;

/** The view that the settings of a cast name. */
export const viewOf = (values: CastValues): View => ({
  from: values.from,
  up: values.up,
  yawDeg: values.yawDeg,
  pitchDeg: values.pitchDeg,
  rollDeg: values.rollDeg,
});

/** What a step of a recipe that casts is set to. */
export const castValues = (step: StepValues): CastValues => valuesIn(castStep, step);

const bent = new WeakMap<Mesh, { key: string; mesh: Mesh }>();

/** A mesh as the lattice of a cast bends it; made once for a lattice. */
export function shaped(mesh: Mesh, values: CastValues): Mesh {
  const moves = values.lattice;
  const key = `${values.latticeSide} ${JSON.stringify(moves)}`;
  let made = bent.get(mesh);
  if (made?.key !== key) {
    made = { key, mesh: shapedByLattice(mesh, values.latticeSide, moves) };
    bent.set(mesh, made);
  }
  return made.mesh;
}

export const castStep = defineStep({
  name: 'cast',
  label: 'Cast',
  group: 'Relief',
  fromSource: true,
  relief: true,
  help: 'Casts the mesh straight down to heights as it is seen from one side; where there is no surface the height is 0.',
  params: CAST_PARAMS,
  run: (_, values, { picture, onProgress }): StepResult => {
    // a picture has no sides to be seen from: its pale parts count as high
    if (!picture.mesh) return { raster: grayOf(picture, 'light'), facts: {} };
    const settings = {
      view: viewOf(values),
      size: Math.round(values.sizePx),
      padPct: values.padPct,
      depth: values.depthPct / 100,
      zoom: values.zoomPct / 100,
      across: values.acrossPct / 100,
      down: values.downPct / 100,
    };
    const { heights, low, high, side } = castMesh(shaped(picture.mesh, values), settings, onProgress);
    return { raster: heights, facts: { low, high, side } };
  },
  sentence: (values, facts) =>
    facts.side === undefined
      ? 'there is no mesh: pale is high'
      : `from the ${values.from}, ${values.sizePx} px, ${values.depthPct} % deep`,
});
