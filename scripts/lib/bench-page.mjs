// The page of a brush: the same HTML that also names what the bench is made of, so that a browser asks for all of it at once.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** The script that a brush's page adds to the first one, as the build of the pages calls it. */
const BENCH = 'brush';

/** The files that a part of the build needs at once, its own first. `manifest` is Vite's. */
export function partsOf(manifest, part, found = new Set()) {
  const { file, imports = [] } = manifest[part];
  if (found.has(file)) return found;
  found.add(file);
  for (const other of imports) partsOf(manifest, other, found);
  return found;
}

/** HTML that names some files as well, but for those that it names already. */
export function naming(html, files) {
  const links = [...files]
    .filter((file) => !html.includes(`/${file}"`))
    .map((file) => `    <link rel="modulepreload" crossorigin href="/${file}">\n`);
  return html.replace('  </head>', `${links.join('')}  </head>`);
}

/** Writes bench.html beside the index.html of a build. */
export function writeBenchPage(built) {
  const manifest = JSON.parse(readFileSync(join(built, '.vite/manifest.json'), 'utf8'));
  const html = readFileSync(join(built, 'index.html'), 'utf8');
  const bench = Object.keys(manifest).find((part) => manifest[part].name === BENCH);
  writeFileSync(join(built, 'bench.html'), naming(html, partsOf(manifest, bench)));
}
