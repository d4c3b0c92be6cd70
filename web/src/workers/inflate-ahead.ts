import type { Inflate, ZlibStream } from '@amber-stamp/core/exr';

/** Inflates a stream by the browser's own means, in half the time of a script. Rejects a hurt one, or one of another size. */
async function inflated({ packed, size }: ZlibStream): Promise<Uint8Array> {
  const { readable, writable } = new DecompressionStream('deflate');
  const writer = writable.getWriter();
  // what goes wrong is told by what is read
  const sent = [writer.write(new Uint8Array(packed)), writer.close()];
  for (const part of sent) part.catch(() => undefined);
  const out = new Uint8Array(size);
  const reader = readable.getReader();
  let at = 0;
  for (let { done, value } = await reader.read(); !done && value; { done, value } = await reader.read()) {
    out.set(value, at);
    at += value.length;
  }
  if (at !== size) throw new RangeError(`${at} bytes in place of ${size}`);
  return out;
}

/**
 * Inflates streams beforehand, for a reader that does not wait: each is given once. What cannot be inflated is left to `other`,
 * which says why.
 */
export async function inflatedAhead(streams: readonly ZlibStream[], other: Inflate): Promise<Inflate> {
  const ready = new Map<number, Uint8Array>();
  for (const stream of streams) {
    const plain = await inflated(stream).catch(() => undefined);
    if (plain) ready.set(stream.packed.byteOffset, plain);
  }
  return (packed, size) => {
    const plain = ready.get(packed.byteOffset);
    ready.delete(packed.byteOffset);
    return plain?.length === size ? plain : other(packed, size);
  };
}
