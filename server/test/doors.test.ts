import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { request } from 'node:http';
import { gzipSync } from 'node:zlib';
import { call, makeBrush, picture, startApi, type RunningApi } from './helpers.ts';

interface Answer {
  status: number;
  code: string;
}

describe('the doors of the server', () => {
  let api: RunningApi;
  let recordings: number;
  before(async () => {
    api = await startApi(undefined, { hosts: ['studio.local'] });
    recordings = await count();
  });
  after(() => api.close());
  const count = async () => (await call<unknown[]>(api, 'GET', '/recordings')).body.length;
  const recording = () => JSON.stringify({ id: randomUUID(), name: 'x', body: { width: 9, height: 9, strokes: [] } });

  /** A request as it goes over the line, with every header that a page could not set itself. */
  const raw = (
    path: string,
    {
      method = 'GET',
      headers = {},
      body,
    }: { method?: string; headers?: Record<string, string>; body?: string | Buffer },
  ) =>
    new Promise<Answer>((done, fail) => {
      const { hostname, port } = new URL(api.url);
      const sent = request({ hostname, port, path, method, headers }, (response) => {
        let text = '';
        response.on('data', (part: Buffer) => (text += part.toString()));
        response.on('end', () => {
          const { code = '' } = text.startsWith('{') ? (JSON.parse(text) as { code?: string }) : {};
          done({ status: response.statusCode ?? 0, code });
        });
      });
      sent.on('error', fail);
      sent.end(body);
    });
  const posted = (headers: Record<string, string>) =>
    raw('/api/recordings', {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...headers },
      body: recording(),
    });

  it('are closed to names that are not served here, for reading too', async () => {
    for (const host of ['evil.example', 'evil.example:5270', 'localhost.evil.example', '127.0.0.1.evil.example'])
      expect(await raw('/api/brushes', { headers: { host } }), host).to.deep.equal({ status: 421, code: 'wrong-host' });
    for (const host of ['localhost', 'LOCALHOST:1', '127.0.0.1:5270', '[::1]:5270', 'studio.local', 'Studio.local:80'])
      expect((await raw('/api/brushes', { headers: { host } })).status, host).to.equal(200);
  });

  it('are closed to pages of other sites that would change something', async () => {
    const host = new URL(api.url).host;
    for (const headers of [
      { origin: 'https://evil.example' },
      { origin: 'null' },
      { origin: 'http://127.0.0.1:1' },
      { 'sec-fetch-site': 'cross-site' },
      { 'sec-fetch-site': 'same-site' },
      { origin: `http://${host}`, 'sec-fetch-site': 'cross-site' },
    ] as Record<string, string>[])
      expect(await posted(headers), JSON.stringify(headers)).to.deep.equal({ status: 403, code: 'wrong-origin' });
    expect(await count()).to.equal(recordings);
    expect((await posted({ origin: `http://${host}`, 'sec-fetch-site': 'same-origin' })).status).to.equal(201);
    expect((await posted({})).status).to.equal(201);
    recordings += 2;
  });

  it('take documents as JSON only, and files not as a form sends them', async () => {
    for (const type of [
      'text/plain',
      'application/x-www-form-urlencoded',
      'multipart/form-data; boundary=x',
      'text/json',
    ])
      expect(await posted({ 'content-type': type }), type).to.deep.equal({ status: 415, code: 'wrong-type' });
    expect(await count()).to.equal(recordings);
    const body = Buffer.from(await picture(61));
    const file = (type: string) =>
      raw('/api/sources?name=a.png', { method: 'POST', headers: type ? { 'content-type': type } : {}, body });
    expect((await file('text/plain')).status).to.equal(415);
    expect((await file('application/octet-stream')).status).to.equal(201);
    expect((await file('')).status).to.equal(201);
  });

  it('refuse with a sentence what cannot be read, never with a fault', async () => {
    const json = { 'content-type': 'application/json' };
    for (const path of [
      '/api/brushes/%00',
      '/api/sources?name=a%00b.png',
      '/api/brushes/%E0%A4%A',
      '/%ff',
      '/api/blobs/%',
    ])
      expect(await raw(path, {}), path).to.deep.equal({ status: 400, code: 'bad-request' });
    const send = (headers: Record<string, string>, body: Buffer | string) =>
      raw('/api/recordings', { method: 'POST', headers: { ...json, ...headers }, body });
    expect((await send({ 'content-type': 'application/json; charset=klingon' }, recording())).status).to.equal(415);
    expect((await send({ 'content-encoding': 'squash' }, recording())).status).to.equal(415);
    const cut = gzipSync(recording()).subarray(0, 20);
    expect(await send({ 'content-encoding': 'gzip' }, cut)).to.deep.equal({ status: 400, code: 'bad-request' });
    expect(await send({ 'content-encoding': 'gzip' }, Buffer.from('no zip'))).to.deep.equal({
      status: 400,
      code: 'bad-request',
    });
    expect((await send({ 'content-encoding': 'gzip' }, gzipSync(recording()))).status).to.equal(201);
  });

  it('refuse the thumbnail of a state that is not here', async () => {
    const made = await makeBrush(api);
    const path = `/brushes/${made.brush.id}/versions`;
    const save = { id: randomUUID(), parent: made.kept.id, what: 'x', body: made.bench, thumbnail: 'c'.repeat(64) };
    const { status, body } = await call<{ where: string }>(api, 'POST', path, save);
    expect([status, body.where]).to.deep.equal([404, 'thumbnail']);
  });
});
