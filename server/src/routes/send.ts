import type { Response } from 'express';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';

/** Sends bytes that never change under their address. */
export function sendForever(res: Response, type: string, bytes: Buffer): void {
  res.set('cache-control', 'private, max-age=31536000, immutable').type(type).send(bytes);
}

/** Streams chunks out without holding the whole. */
export async function sendStream(
  res: Response,
  type: string,
  size: number,
  chunks: AsyncIterable<Buffer>,
): Promise<void> {
  res.set({ 'cache-control': 'private, max-age=31536000, immutable', 'content-length': String(size) }).type(type);
  await sendParts(res, chunks);
}

/** Begins an answer of server-sent events: nothing on their way holds them back. */
export const beginEvents = (res: Response): void =>
  void res.set({ 'cache-control': 'no-store', 'x-accel-buffering': 'no' }).type('text/event-stream');

/** Sends what comes in parts, as it comes. */
export async function sendParts(res: Response, parts: AsyncIterable<Uint8Array>): Promise<void> {
  try {
    await pipeline(Readable.from(parts), res);
  } catch (cause) {
    // whoever asked has gone: a page that was left, a download that was cancelled
    if (!res.destroyed || (cause as { code?: string }).code !== 'ERR_STREAM_PREMATURE_CLOSE') throw cause;
  }
}
