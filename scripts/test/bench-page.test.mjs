import { expect } from 'chai';
import { naming, partsOf } from '../lib/bench-page.mjs';

const manifest = {
  'src/pages/BenchPage.tsx': { file: 'assets/bench.js', imports: ['_shared.js', '_page.js'] },
  '_shared.js': { file: 'assets/shared.js', imports: ['_page.js', '_core.js'] },
  '_page.js': { file: 'assets/page.js' },
  '_core.js': { file: 'assets/core.js', imports: ['_shared.js'] },
};
const html = '<head>\n    <link rel="modulepreload" href="/assets/page.js">\n  </head>';

describe('the page of a brush', () => {
  it('names all that the bench needs at once, each part once and though they need each other', () => {
    expect([...partsOf(manifest, 'src/pages/BenchPage.tsx')]).to.deep.equal(
      ['bench', 'shared', 'page', 'core'].map((name) => `assets/${name}.js`),
    );
  });

  it('names nothing twice, and leaves the rest as it is', () => {
    const named = naming(html, partsOf(manifest, 'src/pages/BenchPage.tsx'));
    for (const name of ['bench', 'shared', 'page', 'core'])
      expect(named.split(`href="/assets/${name}.js"`), name).to.have.length(2);
    expect(named.startsWith('<head>\n    <link rel="modulepreload" href="/assets/page.js">')).to.equal(true);
    expect(named.endsWith('\n  </head>')).to.equal(true);
  });
});
