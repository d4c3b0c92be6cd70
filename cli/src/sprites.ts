import { describeSprites, encodeTip, packSprites, type TipForm } from '@amber-stamp/core/formats';
import { plateTitle } from '@amber-stamp/core/raster';
import { loadBrush, writeAll } from '@amber-stamp/io';
import { basename, extname } from 'node:path';
import { readOptions, UsageError, type OptionTable } from './arguments.ts';
import { numberOf } from './numbers.ts';

const OPTIONS: OptionTable = {
  brush: { required: true },
  out: { required: true },
  bits: { values: ['8', '16'] },
  padding: {},
  bleed: {},
  'black-prints': { flag: true },
};

/** sprites: every tip of a brush on one sheet, with frames, pivots and scale beside it as JSON. */
export async function spritesCommand(args: string[]): Promise<object> {
  const o = readOptions(args, OPTIONS);
  if (extname(o.out).toLowerCase() !== '.png') throw new UsageError('--out must end in .png');
  const form: TipForm = { bits: o.bits === '8' ? 8 : 16, blackPrints: o['black-prints'] === 'true' };
  const wish = { padding: numberOf(o, 'padding', 2, 0, 64), bleed: numberOf(o, 'bleed', 0, 0, 32) };
  const { brush, plates } = await loadBrush(o.brush);
  const names = new Set(brush.coats.flatMap(({ deck }) => deck.cards.map(({ plate }) => plate)));
  const tips = [...names].flatMap((name) => {
    const plate = plates.get(name);
    return plate ? [{ name: plateTitle(name), plate }] : [];
  });
  const packed = packSprites(tips, wish);
  const { sheet, frames } = packed;
  const path =
    form.blackPrints && !o.out.includes('black-prints') ? o.out.replace(/\.png$/i, '-black-prints.png') : o.out;
  const told = describeSprites(basename(path), packed, form, wish);
  await writeAll([
    { path, bytes: encodeTip(sheet, form) },
    { path: o.out.replace(/\.png$/i, '.json'), bytes: `${JSON.stringify(told, null, 2)}\n` },
  ]);
  return { out: path, width: sheet.width, height: sheet.height, frames: frames.length };
}
