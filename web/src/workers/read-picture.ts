import type { Mesh, Picture } from '@amber-stamp/core/raster';
import { pictureOfMesh } from '@amber-stamp/core/relief';
import { api, getJson } from '../api/client.ts';
import type { SourceInfo } from '@amber-stamp/core/api';

/** A telling for every piece that comes would keep the page busy. */
const TELL_EVERY = 0.02;

type Tell = (share: number) => void;

/** Reads an answer of a known length and tells the share read. */
async function readAll(response: Response, total: number, onProgress: Tell): Promise<Uint8Array<ArrayBuffer>> {
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
  return bytes;
}

async function readPixels(source: string, onProgress: Tell): Promise<Picture> {
  const response = await api(`/sources/${source}/pixels`);
  const header = (name: string): number => Number(response.headers.get(`x-picture-${name}`));
  const width = header('width');
  const height = header('height');
  const channels = header('channels') as Picture['channels'];
  const bytes = await readAll(response, (width * height * channels * header('bits')) / 8, onProgress);
  const samples = { 8: () => bytes, 16: () => new Uint16Array(bytes.buffer), 32: () => new Float32Array(bytes.buffer) }[
    header('bits') as 8 | 16 | 32
  ]();
  const names = response.headers.get('x-picture-names');
  const named = names ? { names: JSON.parse(decodeURIComponent(names)) as string[] } : {};
  const span = response.headers.get('x-picture-span');
  const [low, high] = span ? (JSON.parse(span) as number[]) : [];
  return { width, height, channels, data: samples, ...named, ...(span ? { span: { low, high } } : {}) };
}

/** The triangles of a mesh source. */
export async function readMesh(source: string, onProgress: Tell = () => undefined): Promise<Mesh> {
  const response = await api(`/sources/${source}/mesh`);
  const header = (name: string): number => Number(response.headers.get(`x-mesh-${name}`));
  const floats = 3 * header('corners');
  const { buffer } = await readAll(response, 4 * (floats + 3 * header('triangles')), onProgress);
  return {
    positions: new Float32Array(buffer, 0, floats),
    indices: new Uint32Array(buffer, 4 * floats),
    up: response.headers.get('x-mesh-up') === 'z' ? 'z' : 'y',
  };
}

/** Fetches the decoded picture of a source, or its mesh with the picture that stands for it; tells the share read. */
export async function readPicture(source: string, onProgress: Tell): Promise<Picture> {
  const { kind } = await getJson<SourceInfo>(`/sources/${source}`);
  return kind === 'mesh' ? pictureOfMesh(await readMesh(source, onProgress)) : readPixels(source, onProgress);
}
