import { workState } from '@amber-stamp/core/api';
import { AmberError } from '@amber-stamp/core/errors';
import { createReadStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { receiveForm } from '../services/form.ts';
import { beginWork, sizeOfFile, workFolder, workOf, WORKS, type Work } from '../services/work.ts';
import type { Context, Route } from './route.ts';
import { beginEvents, sendStream } from './send.ts';

/** Receives what is to be worked on, and begins. */
async function begin({ req, param }: Context): Promise<Work> {
  const command = param('command');
  if (!WORKS.includes(command))
    throw new AmberError(
      'not-found',
      `There is no work ${command.slice(0, 40)}; there are ${WORKS.join(', ')}.`,
      'command',
    );
  const folder = await workFolder();
  try {
    return beginWork(command, await receiveForm(req, folder));
  } catch (cause) {
    await rm(folder, { recursive: true, force: true });
    throw cause;
  }
}

async function sendFile({ res }: Context, work: Work, name: string): Promise<void> {
  const path = work.file(name);
  await sendStream(res, 'application/octet-stream', await sizeOfFile(path), createReadStream(path));
}

/** Waits for what was begun; gives the state, or the one file that came of it. */
async function answer(context: Context): Promise<unknown> {
  const work = await begin(context);
  const { query, res } = context;
  if (query('wait') === 'no') {
    res.status(202);
    return work.state;
  }
  res.on('close', () => void (res.writableFinished || work.forget()));
  await work.ended;
  const { state, refused, files } = work.state;
  if (state !== 'done') {
    await work.forget();
    throw new AmberError('bad-value', refused ?? 'It was cancelled.');
  }
  if (query('answer') !== 'file') return work.state;
  const wanted = files.find((file) => !file.endsWith('.json')) ?? files[0];
  await sendFile(context, work, wanted);
  await work.forget();
  return undefined;
}

/** Tells every change of a work until it is over. */
function follow({ res, param }: Context): Promise<void> {
  const work = workOf(param('id'));
  return new Promise((done) => {
    beginEvents(res);
    const tell = () => {
      res.write(`data: ${JSON.stringify(work.state)}\n\n`);
      if (['waiting', 'running'].includes(work.state.state)) return;
      res.end();
    };
    const stop = work.listen(tell);
    res.on('close', () => {
      stop();
      done();
    });
    tell();
  });
}

const WORD = { format: 'amber-stamp/type', version: 1, text: 'Oak' };
const DISC = { format: 'amber-stamp/numbers', version: 1, sizePx: 64 };

export const workRoutes: readonly Route[] = [
  {
    method: 'post',
    path: '/api/work/{command}',
    summary: `Compute what the command line does (${WORKS.join(', ')}), with the same documents and the same bytes`,
    body: 'form',
    query: {
      wait: 'no: the answer comes at once, and how it goes on is told by the events',
      answer: 'file: the answer is the file that came of it, in place of its description',
    },
    status: 201,
    answer: 'What came of it: the result as the command line gives it with --json, and the names of the files',
    answers: workState,
    examples: {
      'a word as a plate': { command: 'plate', form: { source: WORD, out: 'oak.png' } },
      'a disc as a plate of 8 bit': { command: 'plate', form: { source: DISC, out: 'disc.png', bits: '8' } },
      'a first guess': { command: 'guess', form: { source: DISC } },
    },
    run: answer,
  },
  {
    method: 'get',
    path: '/api/work/{id}',
    summary: 'How far something is that is being computed',
    answer: 'Its state',
    answers: workState,
    run: ({ param }) => Promise.resolve(workOf(param('id')).state),
  },
  {
    method: 'get',
    path: '/api/work/{id}/events',
    summary: 'How something that is being computed goes on: server-sent events, until it is over',
    answer: 'Events of JSON: its state',
    type: 'text/event-stream',
    run: follow,
  },
  {
    method: 'get',
    path: '/api/work/{id}/file',
    summary: 'A file that came of it',
    query: { name: 'one of its files' },
    answer: 'The bytes',
    type: 'application/octet-stream',
    run: (context) => sendFile(context, workOf(context.param('id')), context.query('name')),
  },
  {
    method: 'delete',
    path: '/api/work/{id}',
    summary: 'Cancel it, or take away what came of it',
    answer: 'Its state as it was',
    answers: workState,
    run: async ({ param }) => {
      const work = workOf(param('id'));
      await work.forget();
      return work.state;
    },
  },
];
