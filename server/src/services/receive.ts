import { AmberError } from '@amber-stamp/core/errors';
import { createReadStream } from 'node:fs';
import { mkdtemp, open, readdir, readFile, rm } from 'node:fs/promises';
import type { IncomingMessage } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { tooLarge } from './blobs.ts';

/** An upload that brings nothing for so long is ended, ms. */
const MOST_IDLE_MS = 20_000;
/** All uploads together hold no more than this on the disk. */
const MOST_HELD = 2 * 1024 * 1024 * 1024;
let held = 0;

/** Folders of uploads begin so, with the number of the process that receives them. */
export const UPLOADS = 'amber-upload-';

const lives = (pid: number): boolean => {
  try {
    process.kill(pid, 0);
    return true;
  } catch (cause) {
    return (cause as { code?: string }).code === 'EPERM';
  }
};

/** Takes away what servers that were killed had received. */
export async function sweepUploads(): Promise<void> {
  for (const name of await readdir(tmpdir())) {
    const pid = Number(new RegExp(`^${UPLOADS}(\\d+)-`).exec(name)?.[1] ?? NaN);
    if (Number.isInteger(pid) && !lives(pid)) await rm(join(tmpdir(), name), { recursive: true, force: true });
  }
}

/** A file that has come whole. */
export interface ReceivedFile {
  size: number;
  bytes: () => Promise<Buffer>;
  stream: () => AsyncIterable<Buffer>;
}

/** The parts of a body, ended where none comes for too long. */
async function* partsOf(req: IncomingMessage, idleMs: number): AsyncGenerator<Buffer> {
  let timer: NodeJS.Timeout | undefined;
  const wait = () => {
    clearTimeout(timer);
    timer = setTimeout(
      () => req.destroy(new AmberError('timed-out', `Nothing came for ${idleMs / 1000} seconds; send the file again.`)),
      idleMs,
    );
  };
  wait();
  try {
    for await (const part of req) {
      wait();
      yield part as Buffer;
    }
  } finally {
    clearTimeout(timer);
  }
}

/**
 * Receives an upload whole before anything else is done with it, so that one that stalls holds nothing but its own line; then
 * does something with it. Throws file-too-large, timed-out and too-busy.
 */
export async function received<T>(
  req: IncomingMessage,
  { limit, where, idleMs = MOST_IDLE_MS }: { limit: number; where: string; idleMs?: number },
  use: (file: ReceivedFile) => Promise<T>,
): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), `${UPLOADS}${process.pid}-`));
  const path = join(folder, 'file');
  let size = 0;
  try {
    const file = await open(path, 'wx', 0o600);
    try {
      for await (const part of partsOf(req, idleMs)) {
        size += part.length;
        held += part.length;
        if (size > limit) throw tooLarge(where, limit);
        if (held > MOST_HELD)
          throw new AmberError('too-busy', 'Too much is being sent at once; nothing was kept. Try again in a moment.');
        await file.write(part);
      }
    } finally {
      await file.close();
    }
    return await use({ size, bytes: () => readFile(path), stream: () => createReadStream(path) });
  } finally {
    held -= size;
    await rm(folder, { recursive: true, force: true });
  }
}
