import { importedAnswer, orderAnswer } from '@amber-stamp/core/api';
import { shape } from '@amber-stamp/core/model';
import type { Response } from 'express';
import { array, boolean, string } from 'yup';
import { importPack } from '../services/pack-in.ts';
import { orderOf, placeOrder, type PackOrder } from '../services/orders.ts';
import { exportBrushes, exportPack, type PackOut } from '../services/pack-out.ts';
import { received } from '../services/receive.ts';
import type { Route } from './route.ts';
import { sendParts } from './send.ts';

const MAX_PACK_BYTES = 2 * 1024 * 1024 * 1024;
const orderSchema = shape({
  ids: array(string().uuid().required()).min(1).max(20_000).required(),
  sources: boolean().default(false),
});

/** Sends a pack while it is written. */
async function sendPack(res: Response, { name, stream }: PackOut): Promise<void> {
  res.set('content-disposition', `attachment; filename="${name}"`).type('application/zip');
  await sendParts(res, stream);
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
    run: ({ db, req, res }) =>
      received(req, { limit: MAX_PACK_BYTES, where: 'The pack' }, (file) => importPack(db, file, () => res.destroyed)),
  },
  {
    method: 'get',
    path: '/api/versions/{id}/pack',
    summary: 'A kept version as a pack',
    query: { sources: 'yes to put the sources in as they came' },
    answer: 'A zip file',
    type: 'application/zip',
    run: async ({ db, param, query, res }) =>
      sendPack(res, await exportPack(db, param('id'), query('sources') === 'yes')),
  },
  {
    method: 'post',
    path: '/api/packs/orders',
    summary: 'Order a pack of any number of brushes; it is written while it is fetched',
    body: orderSchema,
    status: 201,
    answer: 'What it is fetched by',
    answers: orderAnswer,
    run: ({ body }) => Promise.resolve(placeOrder(body as PackOrder)),
  },
  {
    method: 'get',
    path: '/api/packs/orders/{id}',
    summary: 'A pack that was ordered',
    answer: 'A zip file',
    type: 'application/zip',
    run: async ({ db, param, res }) => {
      const { ids, sources } = orderOf(param('id'));
      await sendPack(res, await exportBrushes(db, ids, sources));
    },
  },
];
