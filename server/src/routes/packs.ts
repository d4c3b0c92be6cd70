import { importedAnswer } from '@amber-stamp/core/api';
import { AmberError } from '@amber-stamp/core/errors';
import { importPack } from '../services/pack-in.ts';
import { exportPack } from '../services/pack-out.ts';
import type { Route } from './route.ts';

const MAX_PACK_BYTES = 512 * 1024 * 1024;

async function collect(stream: AsyncIterable<Uint8Array>): Promise<Uint8Array> {
  const parts: Uint8Array[] = [];
  let size = 0;
  for await (const part of stream) {
    size += part.length;
    if (size > MAX_PACK_BYTES)
      throw new AmberError('file-too-large', 'The pack has more than 512 MB; split it.', 'pack');
    parts.push(part);
  }
  return Buffer.concat(parts);
}

export const packRoutes: readonly Route[] = [
  {
    method: 'post',
    path: '/api/packs',
    summary: 'Import a pack: all of it or nothing, no second copy of what is here',
    body: 'file',
    status: 201,
    answer: 'The brushes, each with whether it was here already',
    answers: importedAnswer,
    run: async ({ db, req }) => importPack(db, await collect(req)),
  },
  {
    method: 'get',
    path: '/api/versions/{id}/pack',
    summary: 'A kept version as a pack',
    query: { sources: 'yes to put the sources in as they came' },
    answer: 'A zip file',
    type: 'application/zip',
    run: async ({ db, param, query, res }) => {
      const { name, bytes } = await exportPack(db, param('id'), query('sources') === 'yes');
      res.set('content-disposition', `attachment; filename="${name}"`).type('application/zip').send(Buffer.from(bytes));
    },
  },
];
