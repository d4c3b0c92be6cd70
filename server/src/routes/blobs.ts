import { blobAnswer } from '@amber-stamp/core/api';
import { AmberError } from '@amber-stamp/core/errors';
import { blobChunksOf, findBlob, storeFile } from '../services/blobs.ts';
import { received } from '../services/receive.ts';
import type { Route } from './route.ts';
import { sendStream } from './send.ts';

const MAX_BLOB_BYTES = 64 * 1024 * 1024;

export const blobRoutes: readonly Route[] = [
  {
    method: 'post',
    path: '/api/blobs',
    summary: 'Keep a file by its content (plates, thumbnails)',
    body: 'file',
    status: 201,
    answer: 'SHA-256 and size',
    answers: blobAnswer,
    run: ({ db, req }) => received(req, { limit: MAX_BLOB_BYTES, where: 'The file' }, (file) => storeFile(db, file)),
  },
  {
    method: 'get',
    path: '/api/blobs/{sha256}',
    summary: 'A file by its content',
    answer: 'The bytes',
    type: 'image/png',
    run: async ({ db, param, res }) => {
      const sha256 = param('sha256');
      const blob = await findBlob(db, sha256);
      if (!blob) throw new AmberError('not-found', `There is no file ${sha256.slice(0, 12)}….`, sha256);
      await sendStream(res, 'image/png', blob.size, blobChunksOf(db, blob.id));
    },
  },
];
