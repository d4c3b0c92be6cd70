// Paints the scene that strokes are tried on, one file a layer, for the pages to load.
import { glasshouseScene } from '@amber-stamp/demo/scene';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';

const folder = fileURLToPath(new URL('../web/painted', import.meta.url));
mkdirSync(folder, { recursive: true });
for (const { name, width, height, data } of glasshouseScene())
  await sharp(data, { raw: { width, height, channels: 4 } })
    .webp({ quality: 88, alphaQuality: 100, effort: 4 })
    .toFile(join(folder, `${name}.webp`));
