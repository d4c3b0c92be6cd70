import type { BrushListing, Page } from '@amber-stamp/core/api';
import type { Bench } from '@amber-stamp/core/bench';
import { ERRORS } from '@amber-stamp/core/errors';
import { sha256Hex } from '@amber-stamp/core/formats';
import { jsonSchema } from '@amber-stamp/core/model';
import { openApi, ROUTES } from '@amber-stamp/server';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { benchWith, call, makeBrush, picture, plateFile, startApi, type Made, type RunningApi } from './helpers.ts';

interface Kept {
  id: string;
  number: number;
  branch: number;
  current: boolean;
}
interface Problem {
  code: string;
  detail: string;
  status: number;
  where?: string;
}

describe('the API', () => {
  let api: RunningApi;
  before(async () => {
    api = await startApi();
  });
  after(() => api.close());

  const count = async (table: string): Promise<number> => {
    const { rows } = await api.database.db.execute(sql.raw(`select count(*)::int as n from ${table}`));
    return (rows[0] as { n: number }).n;
  };
  const save = (made: Made, parent: string, bench: Bench, what = 'size', id: string = randomUUID()) =>
    call<Kept>(api, 'POST', `/brushes/${made.brush.id}/versions`, { id, parent, what, body: bench });

  describe('sources', () => {
    it('keep the bytes untouched, and the same bytes only once', async () => {
      const file = await picture();
      const first = await call<{ id: string; name: string; sha256: string }>(
        api,
        'POST',
        '/sources?name=wet_moss-2.PNG',
        file,
      );
      expect([first.status, first.body.name]).to.deep.equal([201, 'Wet moss 2']);
      const again = await call<{ id: string }>(api, 'POST', '/sources?name=copy.png', file);
      expect(again.body.id).to.equal(first.body.id);
      const back = new Uint8Array(await (await fetch(`${api.url}/api/sources/${first.body.id}/file`)).arrayBuffer());
      expect(sha256Hex(back)).to.equal(first.body.sha256);
      expect(sha256Hex(back)).to.equal(sha256Hex(file));
    });
    it('give their pixels, upright, at their own depth', async () => {
      const { body } = await call<{ id: string }>(api, 'POST', '/sources?name=a.png', await picture(80));
      const response = await fetch(`${api.url}/api/sources/${body.id}/pixels`);
      expect(['width', 'height', 'channels', 'bits'].map((h) => response.headers.get(`x-picture-${h}`))).to.deep.equal([
        '60',
        '40',
        '4',
        '8',
      ]);
      expect((await response.arrayBuffer()).byteLength).to.equal(60 * 40 * 4);
    });
    it('leave nothing behind when they are no pictures', async () => {
      const [before, chunks] = [await count('sources'), await count('blob_chunks')];
      const sharp = (await import('sharp')).default;
      const blank = await sharp({ create: { width: 9, height: 9, channels: 3, background: '#fff' } })
        .png()
        .toBuffer();
      const whole = await picture(9);
      const bad: [Uint8Array, string][] = [
        [new Uint8Array(0), 'empty-file'],
        [Buffer.from('not a picture at all'), 'bad-picture'],
        [whole.subarray(0, whole.length - 30), 'bad-picture'],
        [blank, 'nothing-to-print'],
      ];
      for (const [file, code] of bad) {
        const { status, body } = await call<Problem>(api, 'POST', '/sources?name=x.png', file);
        expect([body.code, status]).to.deep.equal([code, ERRORS[code as keyof typeof ERRORS].status]);
        expect(body.detail).to.match(/x\.png.*[.]$/);
      }
      expect([await count('sources'), await count('blob_chunks')]).to.deep.equal([before, chunks]);
    });
  });

  describe('brushes and versions', () => {
    it('are in the cabinet at once with their first version', async () => {
      const { brush } = await makeBrush(api, 'Fresh');
      const { body } = await call<Page<BrushListing>>(api, 'GET', '/brushes');
      expect(body.items.find((b) => b.id === brush.id)).to.include({
        name: 'Fresh',
        version: 1,
        tips: 1,
        putAwayAt: null,
      });
    });
    it('take every save as a new version and rename the brush with it', async () => {
      const made = await makeBrush(api);
      const bench = structuredClone(made.bench);
      bench.brush.name = 'Renamed';
      const { body } = await save(made, made.kept.id, bench);
      expect(body).to.include({ number: 2, branch: 0, current: true });
      const open = await call<{ brush: { name: string }; version: { number: number; body: Bench } }>(
        api,
        'GET',
        `/brushes/${made.brush.id}`,
      );
      expect(open.body.brush.name).to.equal('Renamed');
      expect(open.body.version.body).to.deep.equal(bench);
    });
    it('keep a save on an older version as a branch, and overwrite nothing', async () => {
      const made = await makeBrush(api);
      const one = await save(made, made.kept.id, made.bench, 'from tab one');
      const two = await save(made, made.kept.id, made.bench, 'from tab two');
      expect(one.body).to.include({ number: 2, branch: 0, current: true });
      expect(two.body).to.include({ number: 3, branch: 1, current: false });
      const three = await save(made, two.body.id, made.bench, 'tab two again');
      expect(three.body).to.include({ number: 4, branch: 1, current: false });
      const open = await call<{ version: { id: string } }>(api, 'GET', `/brushes/${made.brush.id}`);
      expect(open.body.version.id).to.equal(one.body.id);
      const { body: list } = await call<{ what: string }[]>(api, 'GET', `/brushes/${made.brush.id}/versions`);
      expect(list.map((v) => v.what)).to.deep.equal(['tab two again', 'from tab two', 'from tab one', 'made']);
    });
    it('make a branch the present line when it goes on from an older version, and stay on it', async () => {
      const made = await makeBrush(api);
      const one = await save(made, made.kept.id, made.bench, 'one');
      const path = `/brushes/${made.brush.id}/versions`;
      const body = { what: 'back', thumbnail: null, body: made.bench };
      const back = await call<{ id: string; branch: number; current: boolean }>(api, 'POST', path, {
        ...body,
        id: randomUUID(),
        parent: made.kept.id,
        goesOn: true,
      });
      expect(back.body).to.include({ branch: 1, current: true });
      const next = await save(made, back.body.id, made.bench, 'on the branch');
      expect(next.body).to.include({ branch: 1, current: true });
      // the line before is still there, but whoever saves on it no longer moves the brush
      const old = await save(made, one.body.id, made.bench, 'from another tab');
      expect(old.body).to.include({ branch: 0, current: false });
      const open = await call<{ version: { id: string } }>(api, 'GET', `/brushes/${made.brush.id}`);
      expect(open.body.version.id).to.equal(next.body.id);
    });
    it('take a repeated save as the same save', async () => {
      const made = await makeBrush(api);
      const id = randomUUID();
      const first = await save(made, made.kept.id, made.bench, 'once', id);
      const again = await save(made, made.kept.id, made.bench, 'once', id);
      expect(again.body).to.deep.equal(first.body);
    });
    it('number versions without gaps when many saves come at once', async () => {
      const made = await makeBrush(api);
      const saves = await Promise.all(Array.from({ length: 8 }, () => save(made, made.kept.id, made.bench)));
      expect(saves.map((s) => s.body.number).sort((a, b) => a - b)).to.deep.equal([2, 3, 4, 5, 6, 7, 8, 9]);
      expect(saves.filter((s) => s.body.current)).to.have.length(1);
    });
    it('refuse a state whose plate is missing or no plate, and keep nothing of it', async () => {
      const before = await count('versions');
      const made = await call<Problem>(api, 'POST', '/brushes', {
        id: randomUUID(),
        what: 'x',
        body: benchWith('b'.repeat(64)),
      });
      expect([made.status, made.body.code]).to.deep.equal([404, 'not-found']);
      const text = await call<{ sha256: string }>(api, 'POST', '/blobs', Buffer.from('hello'));
      const bad = await call<Problem>(api, 'POST', '/brushes', {
        id: randomUUID(),
        what: 'x',
        body: benchWith(text.body.sha256),
      });
      expect(bad.body.code).to.equal('bad-picture');
      expect(await count('versions')).to.equal(before);
    });
    it('can be put away and taken out again', async () => {
      const { brush } = await makeBrush(api, 'Away');
      await call(api, 'PATCH', `/brushes/${brush.id}`, { putAway: true });
      const listed = async (where: string) =>
        (await call<Page<BrushListing>>(api, 'GET', `/brushes${where}`)).body.items.find((b) => b.id === brush.id);
      expect((await listed('?away=true'))?.putAwayAt).to.be.a('string');
      await call(api, 'PATCH', `/brushes/${brush.id}`, { putAway: false });
      expect((await listed(''))?.putAwayAt).to.equal(null);
    });
  });

  describe('bad requests', () => {
    const bodies: [string, string, string][] = [
      ['text that is no JSON', '{"id": ', 'bad-json'],
      ['an unknown key', '{"drawers": "x"}', 'unknown-key'],
      ['a wrong type', '{"putAway": "yes"}', 'bad-value'],
      ['a key of the language', '{"__proto__": {}}', 'unknown-key'],
      ['deep nesting', '['.repeat(5000), 'bad-value'],
      ['a list', '[]', 'bad-value'],
    ];
    for (const [what, text, code] of bodies)
      it(`with ${what} are answered with the code ${code}`, async () => {
        const { brush } = await makeBrush(api);
        const response = await fetch(`${api.url}/api/brushes/${brush.id}`, {
          method: 'PATCH',
          body: text,
          headers: { 'content-type': 'application/json' },
        });
        expect(response.headers.get('content-type')).to.match(/application\/problem\+json/);
        expect(((await response.json()) as Problem).code).to.equal(code);
      });
    it('to nowhere are told so', async () => {
      for (const path of [
        '/nothing',
        '/brushes/none',
        `/brushes/${randomUUID()}`,
        '/versions/x',
        '/blobs/abc',
        '/sources/x',
      ])
        expect((await call<Problem>(api, 'GET', path)).status, path).to.equal(404);
    });
    it('larger than the limit are refused', async () => {
      const { brush } = await makeBrush(api);
      const response = await fetch(`${api.url}/api/brushes/${brush.id}`, {
        method: 'PATCH',
        headers: { 'content-type': 'application/json' },
        body: `"${'x'.repeat(33 * 1024 * 1024)}"`,
      });
      expect(response.status).to.equal(413);
    });
  });

  it('describes every route it serves, and serves every route it describes', async () => {
    const { body } = await call<{ paths: Record<string, Record<string, { responses: Record<string, unknown> }>> }>(
      api,
      'GET',
      '/openapi.json',
    );
    expect(body).to.deep.equal(JSON.parse(JSON.stringify(openApi())));
    const described = Object.entries(body.paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((m) => `${m} ${path}`),
    );
    expect(described.sort()).to.deep.equal(ROUTES.map((r) => `${r.method} ${r.path}`).sort());
    for (const route of ROUTES) {
      const path = route.path.slice(4).replace(/\{\w+\}/g, randomUUID());
      if (route.path === '/api/news') {
        // it has no end
        const controller = new AbortController();
        const { headers } = await fetch(`${api.url}/api${path}`, { signal: controller.signal });
        controller.abort();
        expect(headers.get('content-type')).to.match(/^text\/event-stream/);
        continue;
      }
      const { body: answer } = await call<Problem | string>(
        api,
        route.method.toUpperCase(),
        path,
        route.body === 'file' ? new Uint8Array(1) : route.body ? {} : undefined,
      );
      expect(typeof answer === 'object' && 'code' in answer ? answer.code : '', path).to.not.equal('no-such-route');
    }
  });

  it('says of every answer that is JSON what it holds, and its description says so too', () => {
    const { paths } = openApi() as {
      paths: Record<string, Record<string, { responses: Record<string, { content: Record<string, object> }> }>>;
    };
    for (const { method, path, status = 200, type, answers } of ROUTES) {
      expect(answers === undefined, path).to.equal(type !== undefined);
      if (!answers) continue;
      const described = paths[path][method].responses[status].content['application/json'];
      expect(described, path).to.deep.equal({ schema: jsonSchema(answers) });
    }
  });

  it('isolates its pages so that workers may share memory, and forbids foreign content', async () => {
    const { headers } = await fetch(`${api.url}/api/health`);
    expect(headers.get('cross-origin-opener-policy')).to.equal('same-origin');
    expect(headers.get('cross-origin-embedder-policy')).to.equal('require-corp');
    expect(headers.get('content-security-policy')).to.include("default-src 'self'");
  });

  it('keeps what was kept when the server is ended and started again', async () => {
    const first = await startApi();
    const made = await makeBrush(first, 'Survivor');
    await first.close();
    const second = await startApi(first.databaseUrl);
    const { body } = await call<Page<BrushListing>>(second, 'GET', '/brushes');
    expect(body.items.map((b) => b.name)).to.include('Survivor');
    expect(made.kept.number).to.equal(1);
    await second.close();
  });

  it('streams a file of several chunks both ways', async () => {
    const file = new Uint8Array(3 * 1024 * 1024 + 17).map((_, i) => (i * 31) & 255);
    const { body } = await call<{ sha256: string; size: number }>(api, 'POST', '/blobs', file);
    expect(body).to.deep.equal({ sha256: sha256Hex(file), size: file.length });
    const back = new Uint8Array(await (await fetch(`${api.url}/api/blobs/${body.sha256}`)).arrayBuffer());
    expect(sha256Hex(back)).to.equal(body.sha256);
    expect(plateFile().length).to.be.greaterThan(50);
  });
});
