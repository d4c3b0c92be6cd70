import { readPack, writePack } from '@amber-stamp/core/formats';
import { ensureFolder, loadBrush, readBytes, writeAll, inside } from '@amber-stamp/io';
import { dirname, join } from 'node:path';
import { readOptions, type OptionTable } from './arguments.ts';

const PACK: OptionTable = { brush: { required: true }, out: { required: true } };
const UNPACK: OptionTable = { pack: { required: true }, out: { required: true } };

/** pack: a brush and its plates as one zip file. */
export async function packCommand(args: string[]): Promise<object> {
  const o = readOptions(args, PACK);
  const { brush, files } = await loadBrush(o.brush);
  const bytes = writePack({ brushes: [brush], plates: files });
  await writeAll([{ path: o.out, bytes }]);
  return { out: o.out, brush: brush.name, plates: [...files.keys()], bytes: bytes.length };
}

/** unpack: checks a pack and writes its entries under a folder. */
export async function unpackCommand(args: string[]): Promise<object> {
  const o = readOptions(args, UNPACK);
  const bytes = await readBytes(o.pack);
  // what reads heights takes long to load, and every command passes this file
  const { readPlateFile } = await import('@amber-stamp/core/exr');
  const pack = readPack(bytes, readPlateFile);
  const files = [...pack.files].map(([path, content]) => ({ path: inside(o.out, path), bytes: content }));
  for (const folder of new Set([o.out, ...files.map((f) => dirname(f.path))])) await ensureFolder(folder);
  await writeAll(files);
  return { out: o.out, entries: [...pack.files.keys()], brushes: pack.brushes.map((b) => join(o.out, b.path)) };
}
