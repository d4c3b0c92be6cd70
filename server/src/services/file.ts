import { createHash } from 'node:crypto';

/** A file that is here whole: in memory, or on the disk while a request is answered. */
export interface WholeFile {
  sha256: string;
  size: number;
  /** what a thread reads it from: its place on the disk, else its bytes */
  from: string | Uint8Array;
  stream: () => AsyncIterable<Uint8Array>;
}

async function* once(bytes: Uint8Array): AsyncGenerator<Uint8Array> {
  yield bytes;
}

export const fileOf = (bytes: Uint8Array): WholeFile => ({
  sha256: createHash('sha256').update(bytes).digest('hex'),
  size: bytes.length,
  from: bytes,
  stream: () => once(bytes),
});
