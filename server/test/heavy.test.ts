import { encodePlate } from '@amber-stamp/core/formats';
import { sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { existsSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { connect, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PassThrough } from 'node:stream';
import type { IncomingMessage } from 'node:http';
import sharp from 'sharp';
import { heavyLimits } from '../src/heavy/pool.ts';
import { received, sweepUploads, UPLOADS } from '../src/services/receive.ts';
import { benchWith, call, picture, startApi, type RunningApi } from './helpers.ts';

interface Problem {
  code: string;
  detail: string;
}

/** A mesh of many triangles as large as the whole, one behind the other: each covers every pixel. */
function curtain(count: number): Uint8Array {
  const lines: string[] = [];
  for (let k = 0; k < count; k++)
    lines.push(`v -1 -1 ${k / count}`, `v 1 -1 ${k / count}`, `v 0 1 ${k / count}`, `f -3 -2 -1`);
  return new TextEncoder().encode(lines.join('\n'));
}

const own = `${UPLOADS}${process.pid}-`;
const uploads = (): string[] => readdirSync(tmpdir()).filter((name) => name.startsWith(own));

describe('what takes long or much', () => {
  let api: RunningApi;
  const { ms: patience, waiting: line } = heavyLimits;
  before(async () => {
    api = await startApi();
  });
  after(async () => {
    Object.assign(heavyLimits, { ms: patience, waiting: line });
    await api.close();
  });
  const send = (name: string, bytes: Uint8Array) => call<Problem>(api, 'POST', `/sources?name=${name}`, bytes);
  const slowestRead = async (until: Promise<unknown>): Promise<number> => {
    let [ended, slowest] = [false, 0];
    void until.finally(() => (ended = true));
    while (!ended) {
      const begun = performance.now();
      expect((await call(api, 'GET', '/recordings')).status).to.equal(200);
      slowest = Math.max(slowest, performance.now() - begun);
      await new Promise((next) => setTimeout(next, 20));
    }
    return slowest;
  };

  it('is ended with a sentence, and nobody else waits for it meanwhile', async () => {
    expect((await send('first.png', await picture(1))).status).to.equal(201);
    heavyLimits.ms = 1500;
    const sent = send('curtain.obj', curtain(60_000));
    const slowest = await slowestRead(sent);
    const { status, body } = await sent;
    expect([status, body.code]).to.deep.equal([413, 'file-too-large']);
    expect(body.detail).to.equal('curtain.obj takes more than 1.5 seconds to read; make it smaller first.');
    expect(slowest).to.be.below(1000);
    expect(uploads()).to.deep.equal([]);
    heavyLimits.ms = patience;
    expect((await send('after.png', await picture(2))).status).to.equal(201);
  });

  it('is refused before it is unfolded where it would fill the memory', async () => {
    const create = { width: 9000, height: 9000, channels: 3, background: 'white' } as const;
    const bytes = await sharp({ create }).toColourspace('rgb16').png({ compressionLevel: 9 }).toBuffer();
    const { status, body } = await send('plain.png', bytes);
    expect([status, body.code]).to.deep.equal([413, 'picture-too-large']);
    expect(body.detail).to.match(/^plain.png unfolds to 463 MB at 16 bit; up to 320 MB can be read/);
  });

  it('waits in a line that ends: who comes too late is told when to come again', async () => {
    heavyLimits.waiting = 1;
    // each takes far longer to read than all of them to come
    const many = Array.from({ length: 10 }, (_, k) => curtain(300 + k));
    const answers = await Promise.all(
      many.map((bytes, k) =>
        fetch(`${api.url}/api/sources?name=${k}.obj`, { method: 'POST', body: bytes as Uint8Array<ArrayBuffer> }),
      ),
    );
    heavyLimits.waiting = line;
    const statuses = new Set(answers.map(({ status }) => status));
    expect([...statuses].sort()).to.deep.equal([201, 429]);
    for (const answer of answers) if (answer.status === 429) expect(answer.headers.get('retry-after')).to.equal('2');
    expect((await call(api, 'GET', '/recordings')).status).to.equal(200);
  });

  it('is a small picture that is made once and stored', async () => {
    const { body } = await call<{ id: string; sha256: string }>(api, 'POST', '/sources?name=c.obj', curtain(40));
    const small = () => fetch(`${api.url}/api/sources/${body.id}/thumbnail?side=64`);
    const first = Buffer.from(await (await small()).arrayBuffer());
    const { rows } = await api.database.db.execute(
      sql`select data from thumbnails where sha256 = ${body.sha256} and side = 64`,
    );
    expect((rows as { data: Buffer }[]).map(({ data }) => data.equals(first))).to.deep.equal([true]);
    await api.database.db.execute(sql`update thumbnails set data = '\\x0102' where sha256 = ${body.sha256}`);
    expect(Buffer.from(await (await small()).arrayBuffer())).to.deep.equal(Buffer.from([1, 2]));
  });
});

describe('one file that is a plate and a source', () => {
  it('looks as it prints as the one, and as it came as the other', async () => {
    const api = await startApi();
    const data = new Uint16Array(256).map((_, k) => (k < 128 ? 65535 : 20000));
    const bytes = encodePlate({ width: 16, height: 16, data });
    const { body: blob } = await call<{ sha256: string }>(api, 'POST', '/blobs', bytes);
    const id = randomUUID();
    await call(api, 'POST', '/brushes', { id, what: 'made', body: benchWith(blob.sha256) });
    const { body: source } = await call<{ id: string }>(api, 'POST', '/sources?name=blot.png', bytes);
    const first = async (path: string) => {
      const response = await fetch(`${api.url}/api${path}/thumbnail?side=16`);
      return (
        await sharp(Buffer.from(await response.arrayBuffer()))
          .greyscale()
          .raw()
          .toBuffer()
      )[0];
    };
    for (let time = 0; time < 2; time++) {
      expect(await first(`/sources/${source.id}`)).to.be.above(240);
      expect(await first(`/plates/${blob.sha256}`)).to.be.below(15);
    }
    await api.close();
  });
});

describe('uploads that stall or break off', () => {
  let api: RunningApi;
  before(async () => {
    api = await startApi();
  });
  after(() => api.close());
  const begin = (): Socket => {
    const { hostname, port } = new URL(api.url);
    const socket = connect(Number(port), hostname);
    socket.on('error', () => undefined);
    socket.write(`POST /api/sources?name=slow.png HTTP/1.1\r\nHost: ${hostname}\r\nContent-Length: 100000\r\n\r\nabc`);
    return socket;
  };
  const until = async (seen: () => boolean): Promise<void> => {
    while (!seen()) await new Promise((next) => setTimeout(next, 20));
  };

  it('hold up nobody, and leave nothing once they are gone', async () => {
    const stalled = Array.from({ length: 25 }, begin);
    await until(() => uploads().length === 25);
    expect((await call(api, 'GET', '/brushes')).status).to.equal(200);
    expect((await call(api, 'POST', '/sources?name=a.png', await picture(7))).status).to.equal(201);
    for (const socket of stalled) socket.destroy();
    await until(() => uploads().length === 0);
    expect((await call(api, 'GET', '/brushes')).status).to.equal(200);
  });

  it('of a server that was killed are taken away by the next one, those of one that lives are not', async () => {
    const [dead, alive] = [join(tmpdir(), `${UPLOADS}4194305-test`), join(tmpdir(), `${own}test`)];
    for (const file of [dead, alive]) writeFileSync(file, 'half');
    await sweepUploads();
    expect([dead, alive].map((file) => existsSync(file))).to.deep.equal([false, true]);
    rmSync(alive);
  });

  it('are ended with a sentence once nothing has come for long', async () => {
    const body = new PassThrough();
    body.write('abc');
    const refused = await received(body as unknown as IncomingMessage, { limit: 100, where: 'a.png', idleMs: 50 }, () =>
      Promise.reject(new Error('it never came')),
    ).catch((cause: Problem & Error) => [cause.code, cause.message]);
    expect(refused).to.deep.equal(['timed-out', 'Nothing came for 0.05 seconds; send the file again.']);
  });
});
