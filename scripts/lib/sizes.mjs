// How much script the pages are made of, and whether it has grown since that was last written down.
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { partsOf } from './bench-page.mjs';
import { ROOT } from './root.mjs';

const BUILT = join(ROOT, 'web/dist');
const WRITTEN = join(ROOT, 'docs/bench/sizes.json');
/** So much more than what was written down is a failure. */
const GROWN = 1.1;
/** Smaller files are told together, bytes. */
const SMALL = 20_000;

/** The name of a built file without the part that tells its content. */
const stem = (file) => file.replace(/-[\w-]{8}\.js$/, '');

/** What the page asks for before anything is seen: its script, and what that names at once. */
export function firstFiles() {
  const page = readFileSync(join(BUILT, 'index.html'), 'utf8');
  return new Set([...page.matchAll(/(?:src|href)="\/assets\/([^"]+\.js)"/g)].map(([, file]) => file));
}

/** Bytes of a file as it is sent. */
const packedSize = (place) => statSync(existsSync(`${place}.br`) ? `${place}.br` : place).size;

/** Every built script: what is sent first, then the others by size. */
export function sizesOf() {
  const first = firstFiles();
  const of = (file) => {
    const place = join(BUILT, 'assets', file);
    const { size } = statSync(place);
    return { name: stem(file), first: first.has(file), bytes: size, packed: packedSize(place) };
  };
  const all = readdirSync(join(BUILT, 'assets'))
    .filter((file) => file.endsWith('.js'))
    .map(of);
  const sum = (name, list) => ({
    name,
    first: false,
    bytes: list.reduce((total, { bytes }) => total + bytes, 0),
    packed: list.reduce((total, { packed }) => total + packed, 0),
  });
  const sent = sum(
    'what is sent first, together',
    all.filter((one) => one.first),
  );
  const large = all.filter(({ bytes }) => bytes >= SMALL).sort((a, b) => b.bytes - a.bytes);
  const small = all.filter(({ bytes }) => bytes < SMALL);
  return [sent, ...large, sum(`${small.length} smaller ones`, small), sum('all', all)];
}

/** Bytes of the worker that lays ink with all that it needs, packed: the first strokes wait for it. */
function inkBytes() {
  const manifest = JSON.parse(readFileSync(join(BUILT, '.vite/manifest.json'), 'utf8'));
  const files = [...partsOf(manifest, 'src/workers/ink.worker.ts')];
  return files.reduce((total, file) => total + packedSize(join(BUILT, file)), 0);
}

/** The numbers that must not grow unseen. */
function told() {
  const sizes = sizesOf();
  return { first: sizes[0].packed, ink: inkBytes(), all: sizes[sizes.length - 1].packed };
}

const WORDS = { first: 'what is sent first', ink: 'what lays ink', all: 'all scripts' };

/** Writes down how large the pages are. */
export const writeSizes = () => writeFileSync(WRITTEN, `${JSON.stringify(told(), null, 2)}\n`);

/** Says how large the pages are; throws where they have grown by more than a tenth of what was written down. */
export function checkSizes() {
  const now = told();
  const most = JSON.parse(readFileSync(WRITTEN, 'utf8'));
  for (const [name, what] of Object.entries(WORDS)) {
    const words = `${what}: ${Math.round(now[name] / 1000)} kB packed`;
    if (now[name] > GROWN * most[name])
      throw new Error(
        `${words}, more than a tenth over the ${Math.round(most[name] / 1000)} kB of docs/bench/sizes.json: split it, or write the new size down with npm run bench:start.`,
      );
    console.log(words);
  }
}
