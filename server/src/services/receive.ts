import { AmberError } from '@amber-stamp/core/errors';
import { createHash, randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { open, readdir, rm, unlink, type FileHandle } from 'node:fs/promises';
import type { IncomingMessage } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { CHUNK_BYTES } from './blob-store.ts';
import type { WholeFile } from './file.ts';

/** An upload that brings nothing for so long is ended, ms. */
const MOST_IDLE_MS = 20_000;
/** All uploads together hold no more than this on the disk. */
const MOST_HELD = 4 * 1024 * 1024 * 1024;
let held = 0;

/** Files of uploads begin so, with the number of the process that receives them. */
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

const tooLarge = (where: string, limit: number): AmberError =>
  new AmberError(
    'file-too-large',
    `${where} has more than ${Math.floor(limit / 1048576)} MB; make it smaller first.`,
    where,
  );

const empty = (where: string): AmberError =>
  new AmberError('empty-file', `${where} is empty (0 bytes); choose another file.`, where);

/** Parts of a body are written once so much has come: each writing has its cost. */
const WRITTEN_AT_ONCE = 128 * 1024;

/** A file goes on in parts as large as those that are kept. */
const READ = { highWaterMark: CHUNK_BYTES };

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

/** Writes a body into a new file, and sees to it that it is not too large. */
class Writing {
  readonly hash = createHash('sha256');
  size = 0;
  private waiting: Buffer[] = [];
  private waits = 0;
  private readonly handle: FileHandle;

  constructor(handle: FileHandle) {
    this.handle = handle;
  }

  async add(part: Buffer, limit: number, where: string): Promise<void> {
    this.size += part.length;
    held += part.length;
    if (this.size > limit) throw tooLarge(where, limit);
    if (held > MOST_HELD)
      throw new AmberError('too-busy', 'Too much is being sent at once; nothing was kept. Try again in a moment.');
    this.hash.update(part);
    this.waiting.push(part);
    this.waits += part.length;
    if (this.waits >= WRITTEN_AT_ONCE) await this.flush();
  }

  async flush(): Promise<void> {
    if (this.waiting.length > 0) await this.handle.writev(this.waiting);
    this.waiting = [];
    this.waits = 0;
  }
}

/**
 * Receives an upload whole before anything else is done with it, so that one that stalls holds nothing but its own line; then
 * does something with it. Throws file-too-large, empty-file, timed-out and too-busy.
 */
export async function received<T>(
  req: IncomingMessage,
  { limit, where, idleMs = MOST_IDLE_MS }: { limit: number; where: string; idleMs?: number },
  use: (file: WholeFile) => Promise<T>,
): Promise<T> {
  const path = join(tmpdir(), `${UPLOADS}${process.pid}-${randomUUID()}`);
  const handle = await open(path, 'wx', 0o600);
  const writing = new Writing(handle);
  try {
    try {
      for await (const part of partsOf(req, idleMs)) await writing.add(part, limit, where);
      await writing.flush();
    } finally {
      await handle.close();
    }
    const { size, hash } = writing;
    if (size === 0) throw empty(where);
    return await use({ sha256: hash.digest('hex'), size, from: path, stream: () => createReadStream(path, READ) });
  } finally {
    held -= writing.size;
    await unlink(path);
  }
}
