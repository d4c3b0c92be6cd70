import type { Page, SourceInfo } from '@amber-stamp/core/api';
import type { Bench } from '@amber-stamp/core/bench';
import { makeRecipe, makeStep } from '@amber-stamp/core/cut';
import { readPack } from '@amber-stamp/core/formats';
import { asMade, makeFigure, makeShapes, renderShapes } from '@amber-stamp/core/make';
import { toPlate } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { call, makeBrush, startApi, type RunningApi } from './helpers.ts';

const drawing = makeShapes([makeFigure({ what: 'ellipse', width: 60, height: 40 })], 'Pebble');
const file = (value: unknown) => new TextEncoder().encode(typeof value === 'string' ? value : JSON.stringify(value));

describe('sources that are made of settings, over the API', () => {
  let api: RunningApi;
  before(async () => {
    api = await startApi();
  });
  after(() => api.close());

  it('are kept as their settings, and give the pixels that the command line gives', async () => {
    const kept = await call<SourceInfo>(api, 'POST', '/sources?name=pebble.shapes.json', file(drawing));
    expect(kept.status).to.equal(201);
    expect(kept.body).to.include({ kind: 'made', format: 'json', width: 1024, height: 1024, bits: 16 });
    const pixels = await fetch(`${api.url}/api/sources/${kept.body.id}/pixels`);
    const words = new Uint16Array(await pixels.arrayBuffer());
    expect(words).to.deep.equal(toPlate(renderShapes(drawing)).data);
    const thumbnail = await fetch(`${api.url}/api/sources/${kept.body.id}/thumbnail?side=80`);
    expect(thumbnail.headers.get('content-type')).to.equal('image/webp');
    const settings = await call(api, 'GET', `/sources/${kept.body.id}/file`);
    expect(settings.body).to.deep.equal(drawing);
  });

  it('are refused in one sentence where they are broken, and leave nothing', async () => {
    for (const [name, text, says] of [
      ['a.json', '{"format":"amber-stamp/shapes","version":1,"rows":[{"what":"blob"}]}', /rows\[0\]\.what/],
      ['b.json', '{"format":"amber-stamp/shapes"', /not valid JSON/],
      ['c.svg', '<svg xmlns="http://www.w3.org/2000/svg"><image href="http://x/y.png"/></svg>', /<image>/],
    ] as const) {
      const { status, body } = await call<{ detail: string }>(api, 'POST', `/sources?name=${name}`, file(text));
      expect(status).to.be.within(400, 422);
      expect(body.detail).to.match(says);
    }
    expect((await call<Page<SourceInfo>>(api, 'GET', '/sources')).body.items).to.have.length(1);
  });

  it('go along in packs with the brush, even without its sources, and so do brushes that strokes are drawn with', async () => {
    const made = await makeBrush(api, 'Drawn');
    const hand = await makeBrush(api, 'Hand');
    const [[name, plate]] = Object.entries(made.bench.plates);
    const stroke = { brush: hand.kept.id, points: [[0.5, 0.5, 1, 0, 0, 0]] };
    const recipe = makeRecipe([...asMade().steps, makeStep('draw', { strokes: [stroke] as never })]);
    const plates = { [name]: { ...plate, made: drawing, recipe } };
    const state = { id: randomUUID(), parent: made.kept.id, what: 'drawn', body: { ...made.bench, plates } };
    const kept = await call<{ id: string }>(api, 'POST', `/brushes/${made.brush.id}/versions`, state);
    expect(kept.status).to.equal(201);
    const pack = async (sources: string) =>
      new Uint8Array(
        await (await fetch(`${api.url}/api/versions/${kept.body.id}/pack?sources=${sources}`)).arrayBuffer(),
      );
    expect([...readPack(await pack('no')).files.keys()]).to.include('sources/pebble.shapes.json');
    const zip = await pack('yes');
    expect(readPack(zip).brushes.map(({ path }) => path)).to.deep.equal(['brushes/drawn.json', 'brushes/hand.json']);
    const elsewhere = await startApi();
    const imported = await call<{ brushes: { id: string }[] }>(elsewhere, 'POST', '/packs', zip);
    const open = (id: string) => call<{ version: { id: string; body: Bench } }>(elsewhere, 'GET', `/brushes/${id}`);
    const [main, second] = await Promise.all(imported.body.brushes.map(({ id }) => open(id)));
    const [there] = Object.values(main.body.version.body.plates);
    expect(there.made).to.deep.equal(drawing);
    expect(there.source).to.equal(null);
    expect(there.recipe?.steps[1].strokes).to.have.nested.property('[0].brush', second.body.version.id);
    await elsewhere.close();
  });
});
