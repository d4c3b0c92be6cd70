// Writes docs/formats/ from the schemas and the table of steps; a test holds them together.
import { mkdirSync, writeFileSync } from 'node:fs';
import { format, resolveConfig } from 'prettier';
import { formatDocuments } from './lib/format-docs.ts';

mkdirSync('docs/formats', { recursive: true });
for (const [name, text] of Object.entries(formatDocuments())) {
  const path = `docs/formats/${name}`;
  writeFileSync(path, await format(text, { ...(await resolveConfig(path)), filepath: path }));
}
