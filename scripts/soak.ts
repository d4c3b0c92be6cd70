// npm run soak -- MINUTES: valid, invalid and hostile requests while the server and its database are killed by turns. Every
// save that was answered is read back at the end; what came of it is written to docs/bench/soak.md.
import { parseBench } from '@amber-stamp/core/bench';
import { encodePlate } from '@amber-stamp/core/formats';
import { plainBrush } from '@amber-stamp/core/model';
import { randomUUID } from 'node:crypto';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spawn, type ChildProcess } from 'node:child_process';

const MINUTES = Number(process.argv[3] ?? 10);
const CLIENTS = 16;
const KILL_EVERY_MS = 15_000;
const MEASURE_EVERY_MS = 5000;
const PORT = '5291';
const BASE = `http://127.0.0.1:${PORT}`;
const WAIT_MS = 30_000;

interface Saved {
  brushId: string;
  id: string;
  size: number;
}

const saved: Saved[] = [];
const answers = new Map<string, number>();
const memory: number[] = [];
const kills = { server: 0, database: 0 };
const count = (what: string): void => void answers.set(what, (answers.get(what) ?? 0) + 1);
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

interface Cluster {
  start: () => Promise<string>;
  stop: () => void;
  folder: string;
}
const CLUSTERS: string = './lib/postgres.mjs';
const { cluster } = (await import(CLUSTERS)) as { cluster: (name: string) => Cluster };

process.env.AMBER_DATA = join('/var/tmp', `amber-soak-${process.pid}`);
const database = cluster('soak');
let url = await database.start();
let server: ChildProcess | undefined;
let over = false;

function serve(): void {
  const child = spawn(process.execPath, ['server/dist/main.js'], {
    env: { ...process.env, MALLOC_ARENA_MAX: '2', DATABASE_URL: url, PORT, LOG_LEVEL: 'silent' },
    stdio: 'ignore',
  });
  server = child;
  child.on('exit', () => {
    if (!over) setTimeout(serve, 300);
  });
}

async function untilServed(): Promise<void> {
  for (const begun = Date.now(); Date.now() - begun < WAIT_MS; await pause(100))
    if (
      await fetch(`${BASE}/api/health`).then(
        ({ ok }) => ok,
        () => false,
      )
    )
      return;
  throw new Error('the server does not come back');
}

/** Sends something and counts how it was answered. */
async function send(kind: string, path: string, init: RequestInit = {}): Promise<Response | undefined> {
  try {
    const response = await fetch(`${BASE}${path}`, { ...init, signal: AbortSignal.timeout(WAIT_MS) });
    count(`${kind}: ${response.status}`);
    return response;
  } catch {
    count(`${kind}: no answer`);
    return undefined;
  }
}
const json = (method: string, body: unknown): RequestInit => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: typeof body === 'string' ? body : JSON.stringify(body),
});

const plate = encodePlate({ width: 64, height: 64, data: new Uint16Array(4096).map((_, i) => (i * 977) & 65535) });

/** One brush that is made and then saved again and again. */
async function work(): Promise<void> {
  const blob = await send('file', '/api/blobs', { method: 'POST', body: plate as Uint8Array<ArrayBuffer> });
  if (blob?.status !== 201) return pause(200).then(() => undefined);
  const { sha256 } = (await blob.json()) as { sha256: string };
  const bench = (rest: number) => {
    const brush = plainBrush('Soaked moss', 'moss.png');
    brush.coats[0].properties.size.rest = rest;
    return parseBench({ brush, plates: { 'moss.png': { sha256 } } });
  };
  const id = randomUUID();
  const made = await send('brush', '/api/brushes', json('POST', { id, what: 'made', body: bench(40) }));
  if (made?.status !== 201) return;
  const { brush } = (await made.json()) as { brush: { id: string } };
  saved.push({ brushId: brush.id, id, size: 40 });
  let parent = id;
  for (let k = 0; k < 12 && !over; k++) {
    const version = { id: randomUUID(), parent, what: 'size', body: bench(41 + k) };
    const kept = await send('save', `/api/brushes/${brush.id}/versions`, json('POST', version));
    if (kept?.status !== 201) continue;
    saved.push({ brushId: brush.id, id: version.id, size: 41 + k });
    parent = version.id;
  }
  await send('list', '/api/brushes');
}

const HOSTILE: readonly (() => Promise<unknown>)[] = [
  () => send('hostile', '/api/brushes/%00'),
  () => send('hostile', '/api/brushes', json('POST', '{"a":'.repeat(5000))),
  () =>
    send('hostile', '/api/brushes', json('POST', `{${Array.from({ length: 9000 }, (_, k) => `"k${k}":1`).join()}}`)),
  () => send('hostile', '/api/recordings', { method: 'POST', body: 'a=b', headers: { 'content-type': 'text/plain' } }),
  () => send('hostile', '/api/recordings', { ...json('POST', {}), headers: { origin: 'https://evil.example' } }),
  () => send('hostile', '/api/sources?name=a.png', { method: 'POST', body: Buffer.from('dear sir') }),
  () => send('hostile', '/api/sources?name=a.obj', { method: 'POST', body: 'f 1 2 3\n'.repeat(2000) }),
  () => send('hostile', '/api/packs', { method: 'POST', body: Buffer.from('PK\x03\x04 no more') }),
  () => send('hostile', `/api/brushes/${randomUUID()}/versions`, json('POST', { id: 'x' })),
  () => send('hostile', '/api/blobs/../../etc/passwd'),
];

async function client(place: number): Promise<void> {
  for (let k = place; !over; k++)
    if (k % 4 === 3) await HOSTILE[Math.floor(k / 4) % HOSTILE.length]();
    else await work();
}

/** px of memory of the server, MB. */
function measure(): void {
  try {
    const status = readFileSync(`/proc/${server?.pid}/status`, 'utf8');
    memory.push(Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024);
  } catch {
    // it has just been killed
  }
}

async function killByTurns(): Promise<void> {
  for (let turn = 0; !over; turn++) {
    await pause(KILL_EVERY_MS);
    if (over) return;
    if (turn % 2 === 0) {
      kills.server++;
      server?.kill('SIGKILL');
    } else {
      kills.database++;
      const pid = Number(readFileSync(join(database.folder, 'data', 'postmaster.pid'), 'utf8').split('\n')[0]);
      process.kill(pid, 'SIGKILL');
      await pause(500);
      url = await database.start();
      server?.kill('SIGTERM');
    }
    await untilServed();
  }
}

/** What of the saves that were answered is not there as it was sent. */
async function lost(): Promise<number> {
  let missing = 0;
  for (const { id, size } of saved) {
    const response = await fetch(`${BASE}/api/versions/${id}`);
    const { body } = (response.ok ? await response.json() : {}) as {
      body?: { brush: { coats: { properties: { size: { rest: number } } }[] } };
    };
    if (body?.brush.coats[0].properties.size.rest !== size) missing++;
  }
  return missing;
}

function report(missing: number): string {
  const rows = [...answers].sort(([a], [b]) => a.localeCompare(b)).map(([what, n]) => `| ${what} | ${n} |`);
  const all = [...answers.values()].reduce((sum, n) => sum + n, 0);
  const faults = [...answers].filter(([what]) => / 500$/.test(what)).reduce((sum, [, n]) => sum + n, 0);
  const over = (share: number) =>
    memory.slice(Math.floor(memory.length * share), Math.floor(memory.length * share) + 6);
  const mean = (list: number[]) => (list.reduce((sum, v) => sum + v, 0) / Math.max(1, list.length)).toFixed(0);
  return `# Ten minutes of everything at once

Measured by \`npm run soak\`: ${MINUTES} minutes, ${CLIENTS} clients on two cores of a shared machine. Every fourth round is a broken or hostile
request. The server was killed ${kills.server} times without warning, the database ${kills.database} times.

- requests: ${all}, of which ${faults} were answered 500
- saves that were answered: ${saved.length}; of these not there afterwards: **${missing}**
- memory of the server, MB: ${mean(over(0))} at the beginning, ${mean(over(0.5))} half way, ${mean(memory.slice(-6))} at the end, ${Math.max(...memory).toFixed(0)} at most

| request: answer | times |
|---|---|
${rows.join('\n')}

507 and *no answer* are the times when something had just been killed: pages wait and send again.
`;
}

try {
  serve();
  await untilServed();
  const timer = setInterval(measure, MEASURE_EVERY_MS);
  const clients = Array.from({ length: CLIENTS }, (_, place) => client(place));
  const killer = killByTurns();
  await pause(MINUTES * 60_000);
  over = true;
  clearInterval(timer);
  await Promise.all([...clients, killer]);
  if (server?.exitCode !== null || server.killed) serve();
  await untilServed();
  const text = report(await lost());
  writeFileSync(MINUTES >= 10 ? 'docs/bench/soak.md' : join(tmpdir(), 'soak.md'), text);
  console.log(text);
} finally {
  over = true;
  server?.kill('SIGKILL');
  database.stop();
  rmSync(process.env.AMBER_DATA, { recursive: true, force: true });
}
process.exit(0);
