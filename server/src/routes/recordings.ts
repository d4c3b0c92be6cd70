import { recordingAnswer } from '@amber-stamp/core/api';
import { shape, strokesSchema, type Strokes } from '@amber-stamp/core/model';
import { array, boolean, string } from 'yup';
import { changeRecording, keepRecording, listRecordings } from '../services/recordings.ts';
import type { Route } from './route.ts';

const name = string().min(1).max(60);
const keepSchema = shape({ id: string().uuid().required(), name: name.required(), body: strokesSchema.required() });
const changeSchema = shape({ name: name.default(undefined), putAway: boolean().default(undefined) });

export const recordingRoutes: readonly Route[] = [
  {
    method: 'get',
    path: '/api/recordings',
    summary: 'Pen strokes kept by a name',
    answer: 'A list with the strokes, oldest first',
    answers: array(recordingAnswer),
    run: ({ db }) => listRecordings(db),
  },
  {
    method: 'post',
    path: '/api/recordings',
    summary: 'Keep pen strokes by a name',
    body: keepSchema,
    status: 201,
    answer: 'The recording',
    answers: recordingAnswer,
    run: ({ db, body }) => {
      const { id, name, body: strokes } = body as { id: string; name: string; body: Strokes };
      return keepRecording(db, id, name, strokes);
    },
  },
  {
    method: 'patch',
    path: '/api/recordings/{id}',
    summary: 'Rename a recording, put it away or take it out again',
    body: changeSchema,
    answer: 'The recording',
    answers: recordingAnswer,
    run: ({ db, param, body }) => changeRecording(db, param('id'), body as { name?: string; putAway?: boolean }),
  },
];
