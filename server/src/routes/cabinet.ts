import {
  brushChangeSchema,
  brushUse,
  cabinetAnswer,
  changedAnswer,
  deletedAnswer,
  foundAnswer,
  type BrushChange,
} from '@amber-stamp/core/api';
import { shape } from '@amber-stamp/core/model';
import { array, boolean, string } from 'yup';
import { changeBrushes } from '../services/cabinet.ts';
import { deleteBrushes, weighDeletion } from '../services/delete.ts';
import { addDrawer, changeDrawer, dropDrawer, orderDrawers } from '../services/drawers.ts';
import { isId, isSha256 } from '../services/ids.ts';
import { countCabinet, findBrushes } from '../services/lists.ts';
import { usersOf } from '../services/uses.ts';
import { FILTER_QUERY, filterAsked } from './lists.ts';
import type { Route } from './route.ts';

const drawerName = () => string().trim().min(1).max(60);
const newDrawerSchema = shape({ name: drawerName().required() });
const drawerSchema = shape({ name: drawerName().default(undefined), note: string().max(200).default(undefined) });
const orderSchema = shape({ names: array(drawerName().required()).max(2000).required() });
const changesSchema = shape({ changes: array(brushChangeSchema.required()).min(1).max(2000).required() });
const deletionSchema = shape({
  ids: array(string().uuid().required()).min(1).max(20_000).required(),
  /** sources too that nothing else uses */
  sources: boolean().default(false),
});
type Deletion = Parameters<typeof deleteBrushes>[1];

export const cabinetRoutes: readonly Route[] = [
  {
    method: 'get',
    path: '/api/cabinet',
    summary: 'How much lies where in the cabinet',
    answer: 'Drawers in their order, tags, and counts',
    answers: cabinetAnswer,
    run: ({ db }) => countCabinet(db),
  },
  {
    method: 'get',
    path: '/api/cabinet/found',
    summary: 'All brushes that a search means, by id, however many',
    query: FILTER_QUERY,
    answer: 'Their ids, last kept first',
    answers: foundAnswer,
    run: async ({ db, query }) => ({ ids: await findBrushes(db, filterAsked(query)) }),
  },
  {
    method: 'post',
    path: '/api/cabinet/changes',
    summary: 'Move, tag, note, put away or take out any number of brushes: all of it or nothing',
    body: changesSchema,
    answer: 'The changes that take it back, to be sent the same way',
    answers: changedAnswer,
    run: async ({ db, body }) => ({ undo: await changeBrushes(db, (body as { changes: BrushChange[] }).changes) }),
  },
  {
    method: 'post',
    path: '/api/cabinet/deletions/weigh',
    summary: 'What deleting brushes for good would free, and what would stay',
    body: deletionSchema,
    answer: 'Counts and sizes; nothing is deleted',
    answers: deletedAnswer,
    run: ({ db, body }) => weighDeletion(db, body as Deletion),
  },
  {
    method: 'post',
    path: '/api/cabinet/deletions',
    summary: 'Delete brushes that are put away for good, with the files that only they use',
    body: deletionSchema,
    answer: 'What was deleted, and what stays since others are drawn with it',
    answers: deletedAnswer,
    run: ({ db, body }) => deleteBrushes(db, body as Deletion),
  },
  {
    method: 'post',
    path: '/api/drawers',
    summary: 'Make a drawer',
    body: newDrawerSchema,
    status: 201,
    answer: 'The cabinet',
    answers: cabinetAnswer,
    run: async ({ db, body }) => {
      await addDrawer(db, (body as { name: string }).name);
      return countCabinet(db);
    },
  },
  {
    method: 'post',
    path: '/api/drawers/order',
    summary: 'Put the drawers into an order; those that are not named come after',
    body: orderSchema,
    answer: 'The cabinet',
    answers: cabinetAnswer,
    run: async ({ db, body }) => {
      await orderDrawers(db, (body as { names: string[] }).names);
      return countCabinet(db);
    },
  },
  {
    method: 'patch',
    path: '/api/drawers/{name}',
    summary: 'Rename a drawer with all that lies in it, or write another note on it',
    body: drawerSchema,
    answer: 'The cabinet',
    answers: cabinetAnswer,
    run: async ({ db, body, param }) => {
      await changeDrawer(db, param('name'), body as { name?: string; note?: string });
      return countCabinet(db);
    },
  },
  {
    method: 'delete',
    path: '/api/drawers/{name}',
    summary: 'Take an empty drawer away',
    answer: 'The cabinet',
    answers: cabinetAnswer,
    run: async ({ db, param }) => {
      await dropDrawer(db, param('name'));
      return countCabinet(db);
    },
  },
  {
    method: 'get',
    path: '/api/uses/{what}',
    summary: 'The brushes that use a file, by its SHA-256, or a source, by its id',
    answer: 'Those first that use it as they are kept now, then those that only did',
    answers: array(brushUse.required()),
    run: async ({ db, param }) => (isSha256(param('what')) || isId(param('what')) ? usersOf(db, param('what')) : []),
  },
];
