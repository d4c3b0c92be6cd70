import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';

/** One file of a zip that is being written: whole, or in parts. */
export type ZipPart = { path: string; bytes: Uint8Array } | { path: string; chunks: AsyncIterable<Uint8Array> };

/** Moments would make the same contents give other bytes. */
const MADE = '1980-01-02';

/** Writes a zip file as it is read. Documents are compressed; pictures are already, and are stored as they are. */
export async function* zipStream(parts: AsyncIterable<ZipPart>): AsyncGenerator<Uint8Array> {
  let written: Uint8Array[] = [];
  let failed: Error | null = null;
  const zip = new Zip((error, data) => {
    if (error) failed = error;
    else written.push(data);
  });
  const take = (): Uint8Array[] => {
    if (failed) throw failed;
    const taken = written;
    written = [];
    return taken;
  };
  for await (const part of parts) {
    const entry = part.path.endsWith('.json') ? new ZipDeflate(part.path, { level: 6 }) : new ZipPassThrough(part.path);
    entry.mtime = MADE;
    zip.add(entry);
    if ('bytes' in part) entry.push(part.bytes, true);
    else {
      for await (const chunk of part.chunks) {
        entry.push(chunk);
        yield* take();
      }
      entry.push(new Uint8Array(0), true);
    }
    yield* take();
  }
  zip.end();
  yield* take();
}
