// npm run lesson: draws the picture that the first lesson begins with.
import { encodePainting } from '@amber-stamp/io';
import { mkdirSync, writeFileSync } from 'node:fs';
import { gravel } from '../demo/src/art/gravel.ts';

const folder = new URL('../web/public/lesson/', import.meta.url);
mkdirSync(folder, { recursive: true });
writeFileSync(new URL('gravel.jpg', folder), await encodePainting(gravel(), 'jpeg'));
