import type { Picture } from '@amber-stamp/core';
import { api } from '../api/client.ts';

/** A telling for every piece that comes would keep the page busy. */
const TELL_EVERY = 0.02;

/** Fetches the decoded picture of a source and tells the share read. */
export async function readPicture(source: string, onProgress: (share: number) => void): Promise<Picture> {
  const response = await api(`/sources/${source}/pixels`);
  const header = (name: string): number => Number(response.headers.get(`x-picture-${name}`));
  const width = header('width');
  const height = header('height');
  const channels = header('channels') as Picture['channels'];
  const total = (width * height * channels * header('bits')) / 8;
  const bytes = new Uint8Array(total);
  const reader = (response.body as ReadableStream<Uint8Array>).getReader();
  let at = 0;
  let told = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    bytes.set(value, at);
    at += value.length;
    if (at - told < total * TELL_EVERY && at < total) continue;
    told = at;
    onProgress(at / total);
  }
  const samples = { 8: () => bytes, 16: () => new Uint16Array(bytes.buffer), 32: () => new Float32Array(bytes.buffer) }[
    header('bits') as 8 | 16 | 32
  ]();
  return { width, height, channels, data: samples };
}
