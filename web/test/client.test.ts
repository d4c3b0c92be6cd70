import { AmberError, ERRORS } from '@amber-stamp/core/errors';
import { expect } from 'chai';
import { api, askAhead, forgetAhead, getJson, problemOf, sendJson } from '../src/api/client.ts';
import { StandInServer } from './helpers/server.ts';

/** The coded error that work ends with. */
async function refusalOf(work: Promise<unknown>): Promise<AmberError> {
  try {
    await work;
  } catch (cause) {
    if (cause instanceof AmberError) return cause;
    throw cause;
  }
  throw new Error('it was answered');
}

describe('what the server answers', () => {
  let server: StandInServer;
  beforeEach(() => {
    server = new StandInServer();
  });

  it('is read as JSON', async () => {
    server.on('GET /brushes', () => [{ name: 'Barnacle field' }]);
    expect(await getJson('/brushes')).to.deep.equal([{ name: 'Barnacle field' }]);
  });

  it('is taken by whoever wants first what was asked ahead, once, unless something was sent in between', async () => {
    let asked = 0;
    server.on('GET /cabinet', () => ++asked);
    askAhead('/cabinet');
    expect(await getJson('/cabinet')).to.equal(1);
    expect(await getJson('/cabinet')).to.equal(2);
    askAhead('/cabinet');
    forgetAhead();
    expect(await getJson('/cabinet')).to.equal(4);
  });

  it('is asked for with a body of JSON', async () => {
    server.on('PATCH /brushes/*', ({ body }) => body);
    expect(await sendJson('PATCH', '/brushes/7', { putAway: true })).to.deep.equal({ putAway: true });
  });

  it('is the coded error that core throws, with its sentence, where it is a refusal', async () => {
    server.on('POST /blobs', () => {
      throw new AmberError('storage-failed', 'The disk is full; free some space.');
    });
    const error = await refusalOf(api('/blobs', { method: 'POST', body: 'x' }));
    expect(error).to.include({ code: 'storage-failed', message: 'The disk is full; free some space.' });
  });

  it('is a sentence of our own where it is not from us', async () => {
    const error = await refusalOf(getJson('/nowhere'));
    expect(error.code).to.equal('unexpected');
    expect(error.message).to.equal('The server answered 404; nothing was changed. Try again.');
  });

  it('is a sentence too where nobody answers', async () => {
    server.goAway();
    expect((await refusalOf(getJson('/brushes'))).message).to.include('The server cannot be reached');
  });

  it('stays what it is where the page itself gave up', async () => {
    const ended = new DOMException('ended', 'AbortError');
    globalThis.fetch = () => Promise.reject(ended);
    const cause = await api('/brushes').catch((thrown: unknown) => thrown);
    expect(cause).to.equal(ended);
  });

  it('knows every code that there is, and trusts no other', () => {
    for (const code of Object.keys(ERRORS))
      expect(problemOf(422, JSON.stringify({ code, detail: 'so' })).code, code).to.equal(code);
    expect(problemOf(422, JSON.stringify({ code: 'made-up' })).code).to.equal('unexpected');
    expect(problemOf(502, '<html>').code).to.equal('unexpected');
  });
});
