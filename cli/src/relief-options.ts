import { GREENS } from '@amber-stamp/core/relief';
import type { ReliefForm, ReliefWish } from '@amber-stamp/core/relief-file';
import { UsageError, type OptionTable } from './arguments.ts';
import { numberOf } from './numbers.ts';

/** How heights are written: shared by the commands that make them. */
export const RELIEF_OPTIONS: OptionTable = {
  base: { values: ['0', 'mid'] },
  format: { values: ['half', 'float'] },
  normals: { values: GREENS },
  strength: {},
  displacement: { flag: true },
};

const FORMS: Readonly<Record<string, ReliefForm>> = { '.png': 'png', '.tif': 'tiff', '.tiff': 'tiff', '.exr': 'exr' };

/** What file is asked for by its ending and the options. */
export function wishOf(o: Record<string, string>, ending: string): ReliefWish {
  const form = FORMS[ending];
  if (!form) throw new UsageError('--out must end in .png, .tif or .exr');
  if (o.normals && form !== 'png') throw new UsageError('--normals writes a PNG, so --out must end in .png');
  if (o.displacement && (form !== 'exr' || o.base))
    throw new UsageError(
      '--displacement writes an OpenEXR of moves about the plate itself, so --out must end in .exr, without --base',
    );
  if (o.strength && !o.normals) throw new UsageError('--strength is of --normals');
  return {
    form: o.normals ? 'normals' : o.displacement ? 'displacement' : form,
    base: o.base === 'mid' ? 'mid' : '0',
    format: o.format === 'half' ? 'half' : 'float',
    green: o.normals === 'down' ? 'down' : 'up',
    strengthPct: numberOf(o, 'strength', 100, 1, 1000),
  };
}
