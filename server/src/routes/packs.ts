import { importedAnswer } from '@amber-stamp/core/api';
import { importPack } from '../services/pack-in.ts';
import { exportPack } from '../services/pack-out.ts';
import { received } from '../services/receive.ts';
import type { Route } from './route.ts';

const MAX_PACK_BYTES = 512 * 1024 * 1024;

export const packRoutes: readonly Route[] = [
  {
    method: 'post',
    path: '/api/packs',
    summary: 'Import a pack: all of it or nothing, no second copy of what is here',
    body: 'file',
    status: 201,
    answer: 'The brushes, each with whether it was here already',
    answers: importedAnswer,
    run: ({ db, req }) => received(req, { limit: MAX_PACK_BYTES, where: 'The pack' }, (file) => importPack(db, file)),
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
