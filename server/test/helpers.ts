import { parseBench, type Bench } from '@amber-stamp/core/bench';
import { encodePlate } from '@amber-stamp/core/formats';
import { plainBrush } from '@amber-stamp/core/model';
import { createApp, openDatabase, type OpenDatabase } from '@amber-stamp/server';
import { randomUUID } from 'node:crypto';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import pg from 'pg';
import { pino } from 'pino';
import sharp from 'sharp';

export interface RunningApi {
  url: string;
  database: OpenDatabase;
  databaseUrl: string;
  close: () => Promise<void>;
}

/** A database of its own on the test cluster, empty or a copy of another that nobody is connected to. */
export async function freshDatabase(template?: string): Promise<string> {
  const base = process.env.TEST_DATABASE_URL;
  if (!base) throw new Error('TEST_DATABASE_URL is not set; run npm run test:api.');
  const name = `t${randomUUID().replaceAll('-', '')}`;
  const client = new pg.Client(base);
  await client.connect();
  await client.query(`create database ${name}${template ? ` template ${template}` : ''}`);
  await client.end();
  return base.replace(/\/[^/]+$/, `/${name}`);
}

/** The real server on port 0 and a real database; with `pages`, the folder of the built application, also those. */
export async function startApi(
  databaseUrl?: string,
  { token, pages, hosts }: { token?: string; pages?: string; hosts?: string[] } = {},
): Promise<RunningApi> {
  const url = databaseUrl ?? (await freshDatabase());
  const database = await openDatabase(url);
  const app = createApp(database, { logger: pino({ level: 'silent' }), pages, token, hosts, checkAnswers: true });
  const server = await new Promise<Server>((done) => {
    const s: Server = app.listen(0, '127.0.0.1', () => done(s));
  });
  // a test that works for long goes on with the connection that it had
  server.keepAliveTimeout = 10 * 60_000;
  const { port } = server.address() as AddressInfo;
  const close = async () => {
    server.closeAllConnections();
    await new Promise((done) => server.close(done));
    await database.close();
  };
  return { url: `http://127.0.0.1:${port}`, database, databaseUrl: url, close };
}

export interface Answer<T> {
  status: number;
  body: T;
}

export async function call<T = Record<string, unknown>>(
  api: RunningApi,
  method: string,
  path: string,
  body?: unknown,
): Promise<Answer<T>> {
  const raw = body instanceof Uint8Array;
  const response = await fetch(`${api.url}/api${path}`, {
    method,
    body: body === undefined ? undefined : raw ? (body as Uint8Array<ArrayBuffer>) : JSON.stringify(body),
    headers: { 'content-type': raw ? 'application/octet-stream' : 'application/json' },
  });
  const text = await response.text();
  return {
    status: response.status,
    body: (text.startsWith('{') || text.startsWith('[') ? JSON.parse(text) : text) as T,
  };
}

export const picture = (shade = 40): Promise<Uint8Array> =>
  sharp({ create: { width: 60, height: 40, channels: 3, background: '#eee' } })
    .composite([
      {
        input: { create: { width: 20, height: 20, channels: 3, background: { r: shade, g: shade, b: shade } } },
        left: 20,
        top: 10,
      },
    ])
    .png()
    .toBuffer();

export const plateFile = (value = 65535): Uint8Array =>
  encodePlate({ width: 16, height: 16, data: new Uint16Array(256).fill(value) });

export const benchWith = (sha256: string, name = 'Blot', source: string | null = null): Bench =>
  parseBench({ brush: plainBrush(name, 'blot.png'), plates: { 'blot.png': { sha256, source } } });

export interface Made {
  brush: { id: string; name: string; currentId: string };
  kept: { id: string; number: number; current: boolean };
}

/** A brush with one kept version. */
export async function makeBrush(api: RunningApi, name = 'Blot'): Promise<Made & { bench: Bench }> {
  const { body: blob } = await call<{ sha256: string }>(api, 'POST', '/blobs', plateFile());
  const bench = benchWith(blob.sha256, name);
  const { body } = await call<Made>(api, 'POST', '/brushes', { id: randomUUID(), what: 'made', body: bench });
  return { ...body, bench };
}
