import { expect } from 'chai';
import { startApi, type RunningApi } from './helpers.ts';

const PAUSE_MS = 1100;

describe('a server with a token', () => {
  let api: RunningApi;
  before(async () => {
    api = await startApi(undefined, { token: 'a secret' });
  });
  after(() => api.close());
  const ask = (path: string, headers: Record<string, string> = {}) => fetch(`${api.url}/api${path}`, { headers });
  const enter = (token: string) =>
    fetch(`${api.url}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ token }),
    });
  const pause = () => new Promise((done) => setTimeout(done, PAUSE_MS));

  it('gives nothing without it: no list, file, picture, document or description', async () => {
    for (const path of [
      '/health',
      '/brushes',
      `/blobs/${'a'.repeat(64)}`,
      `/plates/${'a'.repeat(64)}/thumbnail`,
      '/versions/x/pack',
      '/openapi.json',
      '/docs/',
      '/nothing',
    ])
      expect((await ask(path)).status, path).to.equal(401);
    expect((await ask('/health', { authorization: 'Bearer a secret' })).status).to.equal(200);
  });

  it('takes it once from a page, which then holds a session that no script can read', async () => {
    const entered = await enter('a secret');
    expect(entered.status).to.equal(204);
    const cookie = entered.headers.get('set-cookie') ?? '';
    expect(cookie).to.match(/; Path=\/;.*HttpOnly; SameSite=Strict/);
    expect(cookie).not.to.include('secret');
    const [session] = cookie.split(';');
    expect((await ask('/brushes', { cookie: session })).status).to.equal(200);
    const [name, value] = session.split('=');
    const [expires, seal] = value.split('.');
    for (const forged of [`${Number(expires) + 1}.${seal}`, `1.${seal}`, `${expires}.${'0'.repeat(64)}`, ''])
      expect((await ask('/brushes', { cookie: `${name}=${forged}` })).status, forged).to.equal(401);
  });

  it('looks at no second try within a second of a wrong one, be it right', async () => {
    expect((await enter('a guess')).status).to.equal(401);
    const tries = await Promise.all(Array.from({ length: 50 }, (_, k) => enter(k === 25 ? 'a secret' : `guess ${k}`)));
    expect(new Set(tries.map(({ status }) => status))).to.deep.equal(new Set([429]));
    expect((await ask('/health', { authorization: 'Bearer a secret' })).status).to.equal(429);
    await pause();
    expect((await enter('a secret')).status).to.equal(204);
  });
});
