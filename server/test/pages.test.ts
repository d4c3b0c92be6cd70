import { expect } from 'chai';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startApi, type RunningApi } from './helpers.ts';

const PAGE = (title: string) => `<head><meta name="style-nonce" content="" /><title>${title}</title></head>`;

describe('the pages that are served', () => {
  let api: RunningApi;
  let folder: string;
  before(async () => {
    folder = await mkdtemp(join(tmpdir(), 'pages-'));
    await writeFile(join(folder, 'index.html'), PAGE('any'));
    await writeFile(join(folder, 'bench.html'), PAGE('bench'));
    api = await startApi(undefined, { pages: folder });
  });
  after(async () => {
    await api.close();
    await rm(folder, { recursive: true });
  });
  const at = async (path: string) => (await fetch(`${api.url}${path}`)).text();

  it('name the scripts of the bench at the address of a brush, and only there', async () => {
    expect(await at('/brush/35e15a98/vary')).to.include('<title>bench</title>');
    for (const path of ['/', '/settings', '/brushes', '/new'])
      expect(await at(path), path).to.include('<title>any</title>');
  });

  it('say what they ask for first, so that it is under way while their scripts are read', async () => {
    const link = async (path: string) => (await fetch(`${api.url}${path}`)).headers.get('link');
    const id = '35e15a98-4c1f-4c6e-9a51-0a5f7a3c9f10';
    expect(await link(`/brush/${id}/vary`)).to.equal(`</api/brushes/${id}>; rel=preload; as=fetch; crossorigin`);
    expect(await link('/')).to.match(/^<\/api\/cabinet>; rel=preload.*, <\/api\/brushes\?sort=kept>; rel=preload/);
    for (const path of ['/settings', '/brush/%3E%20x/vary']) expect(await link(path), path).to.equal(null);
  });

  it('each carry a word of their own for their style sheets', async () => {
    const words = await Promise.all([at('/'), at('/'), at('/brush/1/vary')]);
    expect(new Set(words.map((html) => /content="([^"]{20,})"/.exec(html)?.[1])).size).to.equal(3);
  });
});
