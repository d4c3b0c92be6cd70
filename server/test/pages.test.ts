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

  it('each carry a word of their own for their style sheets', async () => {
    const words = await Promise.all([at('/'), at('/'), at('/brush/1/vary')]);
    expect(new Set(words.map((html) => /content="([^"]{20,})"/.exec(html)?.[1])).size).to.equal(3);
  });
});
