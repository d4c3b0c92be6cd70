import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { format, resolveConfig } from 'prettier';
import { formatDocuments } from '../../scripts/lib/format-docs.ts';

describe('the documents of the formats', () => {
  for (const [name, text] of Object.entries(formatDocuments()))
    it(`${name} says what the schemas say (npm run docs renews it)`, async () => {
      const path = fileURLToPath(new URL(`../../docs/formats/${name}`, import.meta.url));
      expect(readFileSync(path, 'utf8')).to.equal(
        await format(text, { ...(await resolveConfig(path)), filepath: path }),
      );
    });
});
