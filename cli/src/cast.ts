import { AmberError, castMesh, MAX_CAST_PX, MIN_CAST_PX, UPS, VIEWS, type View } from '@amber-stamp/core';
import { encodeGray, readBytes, writeAll } from '@amber-stamp/io';
import { encodeExr } from '@amber-stamp/core/exr';
import { readMesh } from '@amber-stamp/io/meshes';
import { basename, extname } from 'node:path';
import { readOptions, UsageError, type OptionTable } from './arguments.ts';

const OPTIONS: OptionTable = {
  mesh: { required: true },
  view: { required: true, values: VIEWS },
  up: { values: UPS },
  turn: {},
  size: {},
  pad: {},
  depth: {},
  base: { values: ['0', 'mid'] },
  format: { values: ['half', 'float'] },
  out: { required: true },
};

/** A number of an option within its limits. */
function numberOf(o: Record<string, string>, name: string, usual: number, least: number, most: number): number {
  if (o[name] === undefined) return usual;
  const value = Number(o[name]);
  if (o[name].trim() === '' || !Number.isFinite(value))
    throw new UsageError(`--${name} must be a number, not ${o[name]}`);
  if (value < least || value > most)
    throw new AmberError('bad-value', `--${name} must lie between ${least} and ${most} (it is ${value}).`, name);
  return value;
}

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
  const ending = extname(o.out).toLowerCase();
  if (ending !== '.exr' && ending !== '.png') throw new UsageError('--out must end in .exr or .png');
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
  // with the base in the middle nothing is 0.5, so that a surface can also go down
  if (o.base === 'mid') for (let i = 0; i < heights.data.length; i++) heights.data[i] = 0.5 + heights.data[i] / 2;
  const bytes =
    ending === '.exr' ? await encodeExr(heights, (o.format ?? 'float') as 'half' | 'float') : encodeGray(heights, 16);
  await writeAll([{ path: o.out, bytes }]);
  return { out: o.out, size, triangles: mesh.indices.length / 3, low, high, side };
}
