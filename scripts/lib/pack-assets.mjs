// Packs what is built, once: the server sends it as it lies there instead of packing it for each who asks.
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

/** Packed pictures and fonts are no smaller. */
const PACKED = /\.(js|css|svg|json|wasm)$/;
/** Nearly as small as can be, in a tenth of the time; and as small as can be, for what everybody waits for. */
const QUALITY = 9;
const BEST = 11;
/** Smaller than a packet anyway, bytes. */
const LEAST = 1400;

/** Writes each file of a folder packed in both ways beside it; `first` says which are sent first. */
export function packAssets(folder, first) {
  for (const name of readdirSync(folder)) {
    if (!PACKED.test(name)) continue;
    const data = readFileSync(join(folder, name));
    if (data.length < LEAST) continue;
    const params = {
      [constants.BROTLI_PARAM_QUALITY]: first.has(name) ? BEST : QUALITY,
      [constants.BROTLI_PARAM_SIZE_HINT]: data.length,
    };
    writeFileSync(join(folder, `${name}.br`), brotliCompressSync(data, { params }));
    writeFileSync(join(folder, `${name}.gz`), gzipSync(data, { level: 9 }));
  }
}
