import type { Page } from '@amber-stamp/core/api';
import { parseBench } from '@amber-stamp/core/bench';
import { AmberError } from '@amber-stamp/core/errors';
import { encodeObj, readPack, sha256Hex } from '@amber-stamp/core/formats';
import { plainBrush } from '@amber-stamp/core/model';
import { heightPlate } from '@amber-stamp/core/raster';
import { solidMesh } from '@amber-stamp/core/relief';
import { encodeExr, plateFile, readPlateFile } from '@amber-stamp/core/exr';
import { decodeSource } from '@amber-stamp/io';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { call, startApi, type Made, type RunningApi } from './helpers.ts';

interface Source {
  id: string;
  name: string;
  kind: string;
  format: string;
}

const hill = {
  width: 20,
  height: 20,
  data: Float32Array.from({ length: 400 }, (_, i) => 1.5 - Math.hypot((i % 20) - 10, Math.floor(i / 20) - 10) / 5),
};

describe('reliefs over the API', () => {
  let api: RunningApi;
  before(async () => {
    api = await startApi();
  });
  after(() => api.close());

  it('a mesh is a source: kept as it came, given as triangles, shown small', async () => {
    const ball = solidMesh('ball');
    const file = encodeObj(ball);
    const { status, body } = await call<Source>(api, 'POST', '/sources?name=tide_ball.obj', file);
    expect([status, body.kind, body.format, body.name]).to.deep.equal([201, 'mesh', 'obj', 'Tide ball']);
    const back = new Uint8Array(await (await fetch(`${api.url}/api/sources/${body.id}/file`)).arrayBuffer());
    expect(sha256Hex(back)).to.equal(sha256Hex(file));
    const response = await fetch(`${api.url}/api/sources/${body.id}/mesh`);
    const corners = Number(response.headers.get('x-mesh-corners'));
    const triangles = Number(response.headers.get('x-mesh-triangles'));
    const buffer = await response.arrayBuffer();
    expect(buffer.byteLength).to.equal(12 * (corners + triangles));
    expect(Math.max(...new Uint32Array(buffer, 12 * corners))).to.equal(corners - 1);
    expect(new Float32Array(buffer, 0, 3 * corners)[4]).to.be.closeTo(ball.positions[4], 1e-4);
    const small = await fetch(`${api.url}/api/sources/${body.id}/thumbnail?side=64`);
    expect([small.status, small.headers.get('content-type')]).to.deep.equal([200, 'image/webp']);
  });
  it('a broken mesh is refused in one sentence and nothing of it is kept', async () => {
    const text = new TextEncoder().encode('v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 9\n');
    const { status, body } = await call<{ code: string; detail: string }>(api, 'POST', '/sources?name=bad.obj', text);
    expect([status, body.code]).to.deep.equal([422, 'bad-mesh']);
    expect(body.detail).to.match(/^bad\.obj .*export it again\.$/);
    const { body: all } = await call<Page<Source>>(api, 'GET', '/sources');
    expect(all.items.some(({ format, name }) => format === 'obj' && name === 'Bad')).to.equal(false);
  });
  it('a picture has no triangles', async () => {
    const { body } = await call<Source>(api, 'POST', '/sources?name=h.exr', await encodeExr(hill, 'float'));
    const { status } = await call(api, 'GET', `/sources/${body.id}/mesh`);
    expect(status).to.equal(404);
  });
  it('heights with places that are no numbers are kept as they are, to be filled', async () => {
    const holed = { ...hill, data: hill.data.map((v, i) => (i === 33 ? NaN : v)) };
    const { status, body } = await call<Source>(
      api,
      'POST',
      '/sources?name=holed.exr',
      await encodeExr(holed, 'float'),
    );
    expect(status).to.equal(201);
    const pixels = await (await fetch(`${api.url}/api/sources/${body.id}/pixels`)).arrayBuffer();
    expect(new Float32Array(pixels)[33]).to.deep.equal(NaN);
  });
  it('a plate of heights is kept with every float, and a pack carries it under the right ending', async () => {
    const file = plateFile(heightPlate(hill));
    const { body: blob } = await call<{ sha256: string }>(api, 'POST', '/blobs', file);
    // the plate got its name before it became a relief
    const bench = parseBench({
      brush: plainBrush('Hill', 'hill.png'),
      plates: { 'hill.png': { sha256: blob.sha256, source: null } },
    });
    const { status, body } = await call<Made>(api, 'POST', '/brushes', { id: randomUUID(), what: 'made', body: bench });
    expect(status).to.equal(201);
    const packed = new Uint8Array(await (await fetch(`${api.url}/api/versions/${body.kept.id}/pack`)).arrayBuffer());
    expect(() => readPack(packed)).to.throw(AmberError);
    const pack = readPack(packed, readPlateFile);
    expect([...pack.plates.keys()]).to.deep.equal(['hill.exr']);
    expect(pack.brushes[0].brush.coats[0].deck.cards[0].plate).to.equal('hill.exr');
    expect(pack.decoded.get('hill.exr')?.heights).to.deep.equal(hill.data);
    const { body: imported } = await call<{ brushes: { alreadyHere: boolean }[] }>(api, 'POST', '/packs', packed);
    expect(imported.brushes).to.have.length(1);
  });
  it('a plate of heights is shown as it prints: dark where it stands high', async () => {
    const plate = heightPlate(hill);
    const sha256 = sha256Hex(plateFile(plate));
    const address = `${api.url}/api/plates/${sha256}/thumbnail?side=20`;
    const small = await fetch(address);
    expect([small.status, small.headers.get('content-type')]).to.deep.equal([200, 'image/webp']);
    const picture = await decodeSource(new Uint8Array(await small.arrayBuffer()), 'small.webp');
    expect([picture.width, picture.height]).to.deep.equal([20, 20]);
    const shown = (i: number) => Number(picture.data[i * picture.channels]);
    const [low, high] = [plate.data.indexOf(Math.min(...plate.data)), plate.data.indexOf(Math.max(...plate.data))];
    expect(shown(low) - shown(high)).to.be.greaterThan(100);
    expect((await fetch(address.replace(sha256, 'f'.repeat(64)))).status).to.equal(404);
  });
});
