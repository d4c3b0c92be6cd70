import { isExr } from '@amber-stamp/core/formats';
import { reducePicture, type Picture, type Plate } from '@amber-stamp/core/raster';
import { plateAhead } from './first-look.ts';
import { inflatedAhead } from './inflate-ahead.ts';
import { openOf, type OpenSource } from './open-source.ts';

/** Files that were read here while they were being sent, by names of their own. */
const sent = new Map<string, OpenSource>();

/** An OpenEXR file as the server reads it, value by value. Rejects what is none, or is hurt: the server says why. */
async function pictureOf(file: File): Promise<Picture> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (!isExr(bytes)) throw new Error('no file of floats');
  const { exrPicture, exrStreams, inflate } = await import('@amber-stamp/core/exr');
  const by = await inflatedAhead(exrStreams(bytes, file.name), inflate);
  return reducePicture(exrPicture(bytes, file.name, by));
}

/** Reads a file and cuts it as it is guessed to be; what cannot be cut is told when it is cut in earnest. */
export async function readSent(file: File, name: string): Promise<Plate | undefined> {
  const open = openOf(await pictureOf(file));
  sent.set(name, open);
  try {
    return plateAhead(open.picture, open.cutter);
  } catch {
    return undefined;
  }
}

/** What was read under a name, which is given up. */
export function takeSent(name: string): OpenSource | undefined {
  const open = sent.get(name);
  sent.delete(name);
  return open;
}
