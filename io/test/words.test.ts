import { AmberError } from '@amber-stamp/core/errors';
import { encodePlate } from '@amber-stamp/core/formats';
import { parseJson } from '@amber-stamp/core/model';
import { decodePicture } from '@amber-stamp/io';
import { expect } from 'chai';
import sharp from 'sharp';
import { readMesh } from '../src/mesh.ts';
import { exrFile } from './exr-file.ts';

/** What libraries say of a file, and what is no sentence. */
const FOREIGN = /undefined|unsupported|corrupt|cannot read prop|vips|libspng|inflate|zlib|THREE|position \d|token/i;

describe('the sentence of a file that cannot be read', () => {
  const pixels = () => encodePlate({ width: 40, height: 30, data: new Uint16Array(1200).map((_, i) => i * 53) });
  const refusal = async (read: () => unknown): Promise<string> => {
    try {
      await read();
    } catch (cause) {
      if (cause instanceof AmberError) return cause.message;
      throw cause;
    }
    return 'it was read';
  };

  it('is of our own, wherever a picture is hurt', async () => {
    const jpeg = new Uint8Array(await sharp(Buffer.from(pixels())).jpeg().toBuffer());
    for (const whole of [pixels(), jpeg])
      for (let k = 0; k < 60; k++) {
        const bytes = whole.slice();
        for (let n = 0; n < 6; n++) bytes[20 + ((k * 97 + n * 31) % (bytes.length - 20))] ^= 255;
        const said = await refusal(() =>
          decodePicture(k % 3 === 0 ? bytes.subarray(0, 60 + 3 * k) : bytes, 'hurt.png'),
        );
        expect(said, `hurt ${k}`).not.to.match(FOREIGN);
        expect(said).to.match(/^(it was read$|hurt\.png )/);
      }
  });

  it('tells another version of OpenEXR', async () => {
    const bytes = exrFile(['R'], 2, 2, (_, x, y) => x + y);
    bytes[4] = 9;
    expect(await refusal(() => decodePicture(bytes, 'new.exr'))).to.equal(
      'new.exr cannot be read as OpenEXR (it is of version 9, not 2); export it as one flat picture.',
    );
  });

  it('stands alone: readers of meshes say nothing beside it', async () => {
    const said: unknown[] = [];
    const { warn, error, log } = console;
    Object.assign(console, { warn: said.push.bind(said), error: said.push.bind(said), log: said.push.bind(said) });
    try {
      const text = 'solid x\nfacet normal a b c\nouter loop\nvertex q r s\nendloop\nendfacet\nendsolid';
      const sentence = await refusal(() => readMesh(new TextEncoder().encode(text), 'words.stl'));
      expect(sentence).to.match(/^words\.stl /);
      await refusal(() => readMesh(new TextEncoder().encode('o\nfoo 1 2\nf 1 2 3'), 'words.obj'));
    } finally {
      Object.assign(console, { warn, error, log });
    }
    expect(said).to.deep.equal([]);
  });

  it('is one line, whatever its names hold', async () => {
    const said = await refusal(() => decodePicture(new Uint8Array([1, 2, 3]), 'two\nlines\u0007.png'));
    expect(said).to.match(/^two lines \.png [^\n]*$/);
  });

  it('says where a document stops to be JSON', () => {
    const reason = (text: string) => {
      try {
        parseJson(text, 'a.json');
      } catch (cause) {
        return /\((.*)\)/.exec((cause as Error).message)?.[1];
      }
      return undefined;
    };
    expect(reason('')).to.equal('it is empty');
    expect(reason('{"a": 1')).to.equal('it ends too soon');
    expect(reason(`{\n  "a": 1,\n  b: ${'"x",'.repeat(20)}\n}`)).to.equal('it breaks at line 3, column 3');
    for (const text of ['{"a": }', '{]', 'dear sir']) expect(reason(text)).not.to.match(FOREIGN);
  });
});
