import type { WorkState } from '@amber-stamp/core/api';
import { expect } from 'chai';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { call, startApi, type RunningApi } from './helpers.ts';

const CLI = fileURLToPath(new URL('../../cli/dist/amber.js', import.meta.url));
const WORD = { format: 'amber-stamp/type', version: 1, text: 'Oak', sizePx: 128 };

/** A form: what is an object is sent as a JSON file. */
function formOf(fields: Readonly<Record<string, unknown>>): FormData {
  const form = new FormData();
  for (const [name, value] of Object.entries(fields)) {
    if (typeof value === 'string') form.set(name, value);
    else if (value instanceof Uint8Array) form.set(name, new Blob([new Uint8Array(value)]), `${name}.png`);
    else form.set(name, new Blob([JSON.stringify(value)]), `${name}.json`);
  }
  return form;
}

interface Problem {
  detail: string;
  code: string;
}

describe('work over the API', () => {
  let api: RunningApi;
  before(async () => {
    api = await startApi();
  });
  after(() => api.close());
  const send = (path: string, fields: Readonly<Record<string, unknown>>) =>
    fetch(`${api.url}/api/work/${path}`, { method: 'POST', body: formOf(fields) });
  const state = async (response: Response) => (await response.json()) as WorkState & Problem;

  it('gives the bytes that the command line gives', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'amber-work-'));
    writeFileSync(join(folder, 'source.json'), JSON.stringify(WORD));
    execFileSync(process.execPath, [CLI, 'plate', '--source', 'source.json', '--out', 'here.png'], { cwd: folder });
    const response = await send('plate?answer=file', { source: WORD, out: 'there.png' });
    expect(response.status).to.equal(200);
    expect(Buffer.from(await response.arrayBuffer()).equals(readFileSync(join(folder, 'here.png')))).to.equal(true);
  });

  it('goes from a source to a brush, a stroke, its echo and a sprite sheet', async () => {
    const guess = await state(await send('guess', { source: WORD }));
    expect(guess.files).to.deep.equal(['brush.json', 'recipe.json', 'source.png']);
    const take = async (name: string) =>
      new Uint8Array(await (await fetch(`${api.url}/api/work/${guess.id}/file?name=${name}`)).arrayBuffer());
    const brush = JSON.parse(Buffer.from(await take('brush.json')).toString()) as object;
    const plate = new Blob([await take('source.png')]);
    const points = [0, 1].map((k) => ({ x: 40 + 80 * k, y: 60, t: k, pressure: 1, tiltX: 0, tiltY: 0, twist: 0 }));
    const withPlate = async (command: string, fields: Readonly<Record<string, unknown>>) => {
      const form = formOf({ brush, ...fields });
      form.set('file', plate, 'source.png');
      return state(await fetch(`${api.url}/api/work/${command}`, { method: 'POST', body: form }));
    };
    const strokes = { width: 200, height: 120, strokes: [{ points }] };
    expect((await withPlate('stroke', { strokes, dabs: 'dabs.csv' })).files).to.deep.equal(['dabs.csv', 'stroke.png']);
    expect((await withPlate('echo', {})).result).to.have.property('echo');
    expect((await withPlate('sprites', { bits: '8' })).files).to.deep.equal(['sprites.json', 'sprites.png']);
    expect((await withPlate('pack', {})).files).to.deep.equal(['brush.zip']);
  });

  it('runs every example of its own description', async () => {
    const { paths } = (await (await fetch(`${api.url}/api/openapi.json`)).json()) as {
      paths: Record<
        string,
        {
          post?: {
            requestBody?: {
              content: Record<string, { examples?: Record<string, { description: string; value: object }> }>;
            };
          };
        }
      >;
    };
    const examples = Object.values(paths).flatMap(({ post }) =>
      Object.values(post?.requestBody?.content['multipart/form-data']?.examples ?? {}),
    );
    expect(examples).to.have.length.above(2);
    for (const { description, value } of examples) {
      const command = /\/api\/work\/(\w+)/.exec(description)?.[1] ?? '';
      const response = await send(command, value as Record<string, unknown>);
      const told = await state(response);
      expect([response.status, told.state], description).to.deep.equal([201, 'done']);
    }
  });

  it('tells by events how it goes on, and is cancelled', async () => {
    const slow = { ...WORD, sizePx: 1024 };
    const first = await state(await send('guess?wait=no', { source: slow }));
    const second = await state(await send('guess?wait=no', { source: slow }));
    const events = await (await fetch(`${api.url}/api/work/${first.id}/events`)).text();
    const states = [...events.matchAll(/^data: (.*)$/gm)].map(([, json]) => (JSON.parse(json) as WorkState).state);
    expect(states.at(-1)).to.equal('done');
    expect((await call(api, 'DELETE', `/work/${second.id}`)).status).to.equal(200);
    expect((await call(api, 'GET', `/work/${second.id}`)).status).to.equal(404);
  });

  it('refuses in one sentence, and leaves nothing', async () => {
    const blank = await send('plate', { source: new Uint8Array(0) });
    expect([blank.status, (await state(blank)).detail]).to.deep.equal([
      422,
      'source.png is empty (0 bytes); choose another file.',
    ]);
    const outside = await send('plate', { source: WORD, out: '../there.png' });
    expect([outside.status, (await state(outside)).detail]).to.deep.equal([
      422,
      'out is a plain file name such as tip.png, not ../there.png.',
    ]);
    const missing = await send('plate', { prints: 'dark' });
    expect([missing.status, (await state(missing)).detail]).to.match(/^422,--source is missing/);
    const unknown = await send('polish', { source: WORD });
    expect(unknown.status).to.equal(404);
    const path = await send('plate', { source: '/etc/hostname' });
    expect([path.status, (await state(path)).detail]).to.deep.equal([
      422,
      'source is sent as a file, not by its name.',
    ]);
  });
});
