import type { Mesh } from '../raster/picture.ts';
import { strToU8 } from 'fflate';

/** A mesh as OBJ text, each number to four places. */
export function encodeObj({ positions, indices }: Mesh): Uint8Array {
  const lines: string[] = [];
  for (let i = 0; i < positions.length; i += 3)
    lines.push(`v ${positions[i].toFixed(4)} ${positions[i + 1].toFixed(4)} ${positions[i + 2].toFixed(4)}`);
  for (let i = 0; i < indices.length; i += 3)
    lines.push(`f ${indices[i] + 1} ${indices[i + 1] + 1} ${indices[i + 2] + 1}`);
  return strToU8(`${lines.join('\n')}\n`);
}
