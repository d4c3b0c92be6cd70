import {
  brushAnswer,
  createdBrushAnswer,
  keptAnswer,
  openBrushAnswer,
  versionAnswer,
  versionListing,
} from '@amber-stamp/core/api';
import { benchSchema, parseBench, type Bench } from '@amber-stamp/core/bench';
import { sha256Schema, shape } from '@amber-stamp/core/model';
import { array, boolean, string } from 'yup';
import {
  changeBrush,
  createBrush,
  getBrush,
  getVersion,
  listVersions,
  openBrush,
  plateThumbnail,
  saveVersion,
} from '../services/brushes.ts';
import type { Route } from './route.ts';
import { thumbnailRoute } from './thumbnail.ts';

const saveFields = {
  id: string().uuid().required(),
  what: string().max(300).required(),
  thumbnail: sha256Schema().nullable().default(null),
  body: benchSchema.required(),
};
const createSchema = shape({
  ...saveFields,
  drawer: string().max(60).default('New'),
  note: string().max(200).default(''),
});
const saveSchema = shape({
  ...saveFields,
  parent: string().uuid().required(),
  /** the branch becomes the present line */
  goesOn: boolean().default(false),
});
const changeSchema = shape({
  drawer: string().min(1).max(60).default(undefined),
  putAway: boolean().default(undefined),
});

interface SaveBody {
  id: string;
  what: string;
  thumbnail: string | null;
  body: Bench;
}

async function opened(db: Parameters<typeof openBrush>[0], id: string) {
  const { brush, version } = await openBrush(db, id);
  return { brush, version: { ...version, body: parseBench(version.body) } };
}

export const brushRoutes: readonly Route[] = [
  {
    method: 'post',
    path: '/api/brushes',
    summary: 'Make a brush with its first version',
    body: createSchema,
    status: 201,
    answer: 'The brush and what was kept',
    answers: createdBrushAnswer,
    run: ({ db, body }) => {
      const { drawer, note, ...save } = body as SaveBody & { drawer: string; note: string };
      return createBrush(db, drawer, note, save);
    },
  },
  {
    method: 'get',
    path: '/api/brushes/{id}',
    summary: 'A brush with its present version',
    answer: 'The brush and the version with its body',
    answers: openBrushAnswer,
    run: ({ db, param }) => opened(db, param('id')),
  },
  {
    method: 'patch',
    path: '/api/brushes/{id}',
    summary: 'Move a brush to a drawer, put it away or take it out again',
    body: changeSchema,
    answer: 'The brush',
    answers: brushAnswer,
    run: ({ db, param, body }) => changeBrush(db, param('id'), body as { drawer?: string; putAway?: boolean }),
  },
  {
    method: 'get',
    path: '/api/brushes/{id}/versions',
    summary: 'All versions of a brush, newest first, without bodies',
    answer: 'A list of versions',
    answers: array(versionListing),
    run: async ({ db, param }) => listVersions(db, (await getBrush(db, param('id'))).id),
  },
  {
    method: 'post',
    path: '/api/brushes/{id}/versions',
    summary: 'Keep a state; on an older version it becomes a branch',
    body: saveSchema,
    status: 201,
    answer: 'Number and branch of the version, and whether it is the present one',
    answers: keptAnswer,
    run: ({ db, param, body }) => saveVersion(db, param('id'), body as SaveBody & { parent: string }),
  },
  {
    method: 'get',
    path: '/api/versions/{id}',
    summary: 'One version with its body',
    answer: 'The version',
    answers: versionAnswer,
    run: async ({ db, param }) => {
      const version = await getVersion(db, param('id'));
      return { ...version, body: parseBench(version.body) };
    },
  },
  thumbnailRoute(
    '/api/plates/{sha256}/thumbnail',
    'sha256',
    'A small picture of the plate as it prints',
    plateThumbnail,
  ),
];
