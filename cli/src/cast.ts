import { castMesh, MAX_CAST_PX, MIN_CAST_PX, UPS, VIEWS, type View } from '@amber-stamp/core/relief';
import { reliefFile } from '@amber-stamp/core/relief-file';
import { readBytes, writeAll } from '@amber-stamp/io';
import { readMesh } from '@amber-stamp/io/meshes';
import { basename, extname } from 'node:path';
import { readOptions, UsageError, type OptionTable } from './arguments.ts';
import { numberOf } from './numbers.ts';
import { RELIEF_OPTIONS, wishOf } from './relief-options.ts';

const OPTIONS: OptionTable = {
  mesh: { required: true },
  view: { required: true, values: VIEWS },
  up: { values: UPS },
  turn: {},
  size: {},
  pad: {},
  depth: {},
  ...RELIEF_OPTIONS,
  out: { required: true },
};

function turnsOf(text: string | undefined): [number, number, number] {
  if (text === undefined) return [0, 0, 0];
  const parts = text.split(',').map(Number);
  if (parts.length !== 3 || parts.some((v) => !Number.isFinite(v)))
    throw new UsageError(`--turn must be three numbers such as 30,-10,0, not ${text}`);
  return [parts[0], parts[1], parts[2]];
}

/** cast: casts a mesh to heights. */
export async function castCommand(args: string[]): Promise<object> {
  const o = readOptions(args, OPTIONS);
  const wish = wishOf(o, extname(o.out).toLowerCase());
  const size = numberOf(o, 'size', 512, MIN_CAST_PX, MAX_CAST_PX);
  if (!Number.isInteger(size)) throw new UsageError(`--size must be a whole number of px, not ${o.size}`);
  const [yawDeg, pitchDeg, rollDeg] = turnsOf(o.turn);
  const name = basename(o.mesh);
  const mesh = await readMesh(await readBytes(o.mesh), name);
  const up = (o.up as View['up'] | undefined) ?? mesh.up ?? 'y';
  const { heights, low, high, side } = castMesh(mesh, {
    view: { from: o.view as View['from'], up, yawDeg, pitchDeg, rollDeg },
    size,
    padPct: numberOf(o, 'pad', 0, 0, 45),
    depth: numberOf(o, 'depth', 1, 0.001, 1),
  });
  const bytes = await reliefFile(heights, wish);
  await writeAll([{ path: o.out, bytes }]);
  return { out: o.out, size, triangles: mesh.indices.length / 3, low, high, side };
}
