import { sourceAnswer } from '@amber-stamp/core/api';
import { shape } from '@amber-stamp/core/model';
import { string } from 'yup';
import {
  addSource,
  getSource,
  renameSource,
  sourceMesh,
  sourceThumbnail,
  workingPicture,
} from '../services/sources.ts';
import { MAX_FILE_BYTES } from '@amber-stamp/io';
import { blobChunksOf, findBlob } from '../services/blobs.ts';
import { received } from '../services/receive.ts';
import type { Route } from './route.ts';
import { sendForever, sendStream } from './send.ts';
import { thumbnailRoute } from './thumbnail.ts';

const nameSchema = shape({ name: string().trim().min(1).max(120).required() });

export const sourceRoutes: readonly Route[] = [
  {
    method: 'post',
    path: '/api/sources',
    summary: 'Keep a picture or a mesh as a source; its bytes stay untouched',
    body: 'file',
    query: { name: 'the name of the file' },
    status: 201,
    answer: 'The source, or the one that is here already when the bytes are the same',
    answers: sourceAnswer,
    run: ({ db, req, query }) => {
      const name = query('name');
      return received(req, { limit: MAX_FILE_BYTES, where: name || 'The file' }, (file) => addSource(db, file, name));
    },
  },
  {
    method: 'get',
    path: '/api/sources/{id}',
    summary: 'One source',
    answer: 'The source',
    answers: sourceAnswer,
    run: ({ db, param }) => getSource(db, param('id')),
  },
  {
    method: 'patch',
    path: '/api/sources/{id}',
    summary: 'Rename a source',
    body: nameSchema,
    answer: 'The source',
    answers: sourceAnswer,
    run: ({ db, param, body }) => renameSource(db, param('id'), (body as { name: string }).name),
  },
  {
    method: 'get',
    path: '/api/sources/{id}/file',
    summary: 'The file as it came',
    answer: 'The bytes',
    type: 'application/octet-stream',
    run: async ({ db, param, res }) => {
      const source = await getSource(db, param('id'));
      const blob = await findBlob(db, source.sha256);
      if (blob) await sendStream(res, 'application/octet-stream', blob.size, blobChunksOf(db, blob.id));
    },
  },
  {
    method: 'get',
    path: '/api/sources/{id}/pixels',
    summary: 'The decoded picture that recipes work on, upright, at its own depth',
    answer: 'Interleaved samples, little endian; width, height, channels and bits in x-picture-* headers',
    type: 'application/octet-stream',
    run: async ({ db, param, res }) => {
      const { width, height, channels, data, names, span } = await workingPicture(db, param('id'));
      res.set({
        'x-picture-width': String(width),
        'x-picture-height': String(height),
        'x-picture-channels': String(channels),
        'x-picture-bits': String(data.BYTES_PER_ELEMENT * 8),
        ...(span ? { 'x-picture-span': JSON.stringify([span.low, span.high]) } : {}),
        ...(names ? { 'x-picture-names': encodeURIComponent(JSON.stringify(names)) } : {}),
      });
      sendForever(res, 'application/octet-stream', Buffer.from(data.buffer, data.byteOffset, data.byteLength));
    },
  },
  {
    method: 'get',
    path: '/api/sources/{id}/mesh',
    summary: 'The triangles of a mesh, with every node where it belongs',
    answer:
      'x, y, z of each corner as floats, then three corners a triangle as 32-bit numbers, little endian; x-mesh-* headers',
    type: 'application/octet-stream',
    run: async ({ db, param, res }) => {
      const { positions, indices, up = 'y' } = await sourceMesh(db, param('id'));
      res.set({
        'x-mesh-corners': String(positions.length / 3),
        'x-mesh-triangles': String(indices.length / 3),
        'x-mesh-up': up,
      });
      const bytes = (of: Float32Array | Uint32Array) => Buffer.from(of.buffer, of.byteOffset, of.byteLength);
      sendForever(res, 'application/octet-stream', Buffer.concat([bytes(positions), bytes(indices)]));
    },
  },
  thumbnailRoute('/api/sources/{id}/thumbnail', 'id', 'A small picture of the source', sourceThumbnail),
];
