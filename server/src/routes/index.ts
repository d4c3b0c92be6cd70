import { healthAnswer } from '@amber-stamp/core/api';
import { sql } from 'drizzle-orm';
import { blobRoutes } from './blobs.ts';
import { brushRoutes } from './brushes.ts';
import { cabinetRoutes } from './cabinet.ts';
import { listRoutes } from './lists.ts';
import { newsRoutes } from './news.ts';
import { packRoutes } from './packs.ts';
import { recordingRoutes } from './recordings.ts';
import type { Route } from './route.ts';
import { workRoutes } from './work.ts';
import { sourceRoutes } from './sources.ts';

const healthRoute: Route = {
  method: 'get',
  path: '/api/health',
  summary: 'Whether the server reaches its database',
  answer: 'ok',
  answers: healthAnswer,
  run: async ({ db }) => {
    await db.execute(sql`select 1`);
    return { ok: true };
  },
};

/** Every route of the API: the server and the OpenAPI document are both made from this table. */
export const ROUTES: readonly Route[] = [
  healthRoute,
  ...cabinetRoutes,
  ...listRoutes,
  ...sourceRoutes,
  ...blobRoutes,
  ...brushRoutes,
  ...packRoutes,
  ...recordingRoutes,
  ...newsRoutes,
  ...workRoutes,
];
