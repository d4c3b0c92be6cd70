import {
  brushAnswer,
  createdBrushAnswer,
  keptAnswer,
  measuredAnswer,
  openBrushAnswer,
  plateOriginAnswer,
  versionAnswer,
  versionListing,
  type BrushChange,
} from '@amber-stamp/core/api';
import { benchSchema, parseBench, type Bench } from '@amber-stamp/core/bench';
import { sha256Schema, shape } from '@amber-stamp/core/model';
import { array, boolean, number, string } from 'yup';
import {
  createBrush,
  getBrush,
  getVersion,
  listVersions,
  measureHere,
  measureVersion,
  openBrush,
  saveVersion,
  type Measured,
} from '../services/brushes.ts';
import { changeBrushes, copyBrush, renameBrush } from '../services/cabinet.ts';
import { plateOrigin, plateThumbnail, renamePlate } from '../services/plates.ts';
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
  /** of the brush: the client's own, so that one that is sent again is the same brush */
  brush: string().uuid().default(undefined),
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
  name: string().trim().min(1).max(120).default(undefined),
  drawer: string().trim().min(1).max(60).default(undefined),
  note: string().max(200).default(undefined),
  putAway: boolean().default(undefined),
});
const measuredSchema = shape({
  echo: number().min(0).max(100).nullable().required(),
  texture: number().min(0).max(100).nullable().default(null),
});

const plateNameSchema = shape({ name: string().trim().min(1).max(120).required() });
const plateNameAnswer = shape({ sha256: sha256Schema().required(), name: string().required() });

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
      const { brush: id, drawer, note, ...save } = body as SaveBody & { brush?: string; drawer: string; note: string };
      return createBrush(db, { id, drawer, note }, save);
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
    summary: 'Rename a brush, move it to a drawer, note something on it, put it away or take it out again',
    body: changeSchema,
    answer: 'The brush',
    answers: brushAnswer,
    run: async ({ db, param, body }) => {
      const { name, ...change } = body as Omit<BrushChange, 'ids'> & { name?: string };
      const { id } = await getBrush(db, param('id'));
      if (Object.values(change).some((value) => value !== undefined))
        await changeBrushes(db, [{ ids: [id], ...change }]);
      return name === undefined ? getBrush(db, id) : renameBrush(db, id, name);
    },
  },
  {
    method: 'post',
    path: '/api/brushes/{id}/copies',
    summary: 'A second brush like one as it is kept now, in the same drawer',
    status: 201,
    answer: 'The new brush',
    answers: brushAnswer,
    run: ({ db, param }) => copyBrush(db, param('id')),
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
  {
    method: 'post',
    path: '/api/versions/{id}/measure',
    summary: 'Measure the echo of a version, where it is not known',
    answer: 'Echo and texture of its standard stroke',
    answers: measuredAnswer,
    run: ({ db, param }) => measureHere(db, param('id')),
  },
  {
    method: 'patch',
    path: '/api/versions/{id}',
    summary: 'Write down what a version was measured as',
    body: measuredSchema,
    answer: 'The version, without its body',
    answers: keptAnswer,
    run: ({ db, param, body }) => measureVersion(db, param('id'), body as Measured),
  },
  {
    method: 'patch',
    path: '/api/plates/{sha256}',
    summary: 'Give a plate another name in lists',
    body: plateNameSchema,
    answer: 'Its name',
    answers: plateNameAnswer,
    run: ({ db, param, body }) => renamePlate(db, param('sha256'), (body as { name: string }).name),
  },
  {
    method: 'get',
    path: '/api/plates/{sha256}/origin',
    summary: 'How a plate was cut, as the newest state that prints with it says',
    answer: 'Its name there, and its source and recipe',
    answers: plateOriginAnswer,
    run: ({ db, param }) => plateOrigin(db, param('sha256')),
  },
  thumbnailRoute(
    '/api/plates/{sha256}/thumbnail',
    'sha256',
    'A small picture of the plate as it prints',
    plateThumbnail,
  ),
];
