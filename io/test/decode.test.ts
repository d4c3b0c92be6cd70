import { AmberError } from '@amber-stamp/core/errors';
import { encodeRgba } from '@amber-stamp/core/formats';
import { decodePicture, encodeGray, inside, probePicture } from '@amber-stamp/io';
import { expect } from 'chai';
import sharp, { type Sharp } from 'sharp';

const W = 40;
const H = 24;
const pixels = new Uint8Array(W * H * 3).map((_, i) => (i * 7) % 251);
const image = (): Sharp => sharp(pixels, { raw: { width: W, height: H, channels: 3 } });
const code = (bytes: Uint8Array, where = 'it.png'): Promise<string> =>
  decodePicture(bytes, where).then(
    () => 'fine',
    (cause: unknown) =>
      cause instanceof AmberError ? `${cause.code}: ${cause.message}` : `not ours: ${String(cause)}`,
  );

describe('pictures come in', () => {
  const files: Record<string, () => Promise<Buffer>> = {
    png: () => image().png().toBuffer(),
    jpeg: () => image().jpeg().toBuffer(),
    webp: () => image().webp().toBuffer(),
    tiff: () => image().tiff().toBuffer(),
    avif: () => image().avif().toBuffer(),
    gif: () => image().gif().toBuffer(),
  };
  for (const [format, make] of Object.entries(files))
    it(`as ${format}`, async () => {
      const bytes = await make();
      const picture = await decodePicture(bytes, `a.${format}`);
      expect([picture.width, picture.height]).to.deep.equal([W, H]);
      expect(picture.data).to.be.instanceOf(Uint8Array);
      expect(await probePicture(bytes, 'a')).to.include({ format, width: W, height: H, bits: 8 });
    });

  it('at 16 bit value for value, gray and colour', async () => {
    const data = Float32Array.from({ length: W * H }, (_, i) => (i * 61) / 65535);
    const gray = await decodePicture(encodeGray({ width: W, height: H, data }, 16), 'g.png');
    expect([...gray.data]).to.deep.equal(Array.from({ length: W * H }, (_, i) => i * 61));
    const words = Uint16Array.from({ length: W * H * 4 }, (_, i) => (i * 13) % 65536);
    const colour = await decodePicture(encodeRgba(W, H, words), 'c.png');
    expect(colour.channels).to.equal(4);
    expect([...colour.data]).to.deep.equal([...words]);
  });

  it('as float TIFF, values outside 0..1 kept', async () => {
    const data = Float32Array.from({ length: W * H }, (_, i) => i / 100 - 2);
    const bytes = await floatTiff(W, H, data);
    const picture = await decodePicture(bytes, 'h.tif');
    expect(picture.data).to.be.instanceOf(Float32Array);
    expect([...picture.data]).to.deep.equal([...data]);
  });

  it('upright, whatever way the camera was held', async () => {
    const bytes = await image().jpeg().withMetadata({ orientation: 6 }).toBuffer();
    expect(await probePicture(bytes, 'a')).to.include({ width: H, height: W });
    const picture = await decodePicture(bytes, 'a');
    expect([picture.width, picture.height]).to.deep.equal([H, W]);
  });

  it('with a palette or few bits as what they show', async () => {
    const bytes = await image().png({ palette: true, colours: 8 }).toBuffer();
    const picture = await decodePicture(bytes, 'p.png');
    expect([picture.width, picture.height, picture.channels]).to.deep.equal([W, H, 3]);
  });
});

/** A little-endian float TIFF with one strip (TIFF 6.0), written here because the decoder's library cannot. */
async function floatTiff(width: number, height: number, data: Float32Array): Promise<Uint8Array> {
  const tags: [number, number, number][] = [
    [256, 3, width],
    [257, 3, height],
    [258, 3, 32],
    [259, 3, 1],
    [262, 3, 1],
    [273, 4, 8],
    [277, 3, 1],
    [278, 3, height],
    [279, 4, data.byteLength],
    [339, 3, 3],
  ];
  const file = Buffer.alloc(8 + data.byteLength + 2 + tags.length * 12 + 4);
  file.write('II*\0', 0, 'latin1');
  file.writeUInt32LE(8 + data.byteLength, 4);
  Buffer.from(data.buffer).copy(file, 8);
  let at = 8 + data.byteLength;
  file.writeUInt16LE(tags.length, at);
  at += 2;
  for (const [tag, type, value] of tags) {
    file.writeUInt16LE(tag, at);
    file.writeUInt16LE(type, at + 2);
    file.writeUInt32LE(1, at + 4);
    file.writeUInt32LE(value, at + 8);
    at += 12;
  }
  return Promise.resolve(file);
}

describe('pictures that cannot be read are refused in one sentence', () => {
  it('nothing at all', async () => expect(await code(new Uint8Array(0))).to.match(/^empty-file: it\.png is empty/));
  it('text under the name of a picture', async () =>
    expect(await code(Buffer.from('this is not a picture'))).to.match(
      /^bad-picture: it\.png cannot be read as a picture/,
    ));
  it('a PNG that is cut off', async () => {
    const bytes = await image().png().toBuffer();
    expect(await code(bytes.subarray(0, bytes.length - 20))).to.match(/^bad-picture: it\.png is cut off/);
  });
  it('a JPEG that is cut off', async () => {
    const bytes = await sharp({
      create: {
        width: 300,
        height: 300,
        channels: 3,
        background: '#777',
        noise: { type: 'gaussian', mean: 128, sigma: 40 },
      },
    })
      .jpeg()
      .toBuffer();
    expect(await code(bytes.subarray(0, bytes.length >> 1))).to.match(/^bad-picture/);
  });
  it('a PNG with a wrong checksum', async () => {
    const bytes = Buffer.from(await image().png().toBuffer());
    bytes[bytes.length - 20] ^= 255;
    expect(await code(bytes)).to.match(/^bad-picture: it\.png is damaged/);
  });
  it('a PNG that declares 60000 x 60000 px', async () => {
    const { crc32 } = await import('node:zlib');
    const bytes = Buffer.from(await image().png().toBuffer());
    bytes.writeUInt32BE(60000, 16);
    bytes.writeUInt32BE(60000, 20);
    bytes.writeUInt32BE(crc32(bytes.subarray(12, 29)), 29);
    expect(await code(bytes)).to.match(/^picture-too-large: it\.png declares 60000 x 60000 px/);
  });
  it('a drawing that loads something', async () =>
    expect(await code(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><image href="a.png"/></svg>'))).to.match(
      /^bad-picture/,
    ));
  it('heights that are not numbers', async () => {
    const data = new Float32Array(W * H).fill(0.5);
    data[3] = Number.NaN;
    expect(await code(await floatTiff(W, H, data), 'h.tif')).to.match(
      /^bad-picture: h\.tif has 1 values that are not numbers/,
    );
  });
});

describe('paths of documents', () => {
  it('stay in their folder', () => {
    expect(inside('/tmp/x', 'a/b.png')).to.equal('/tmp/x/a/b.png');
    for (const path of ['../b.png', '/etc/passwd', 'a/../../b', 'C:\\x', '..', '.', 'a\\b', ''])
      expect(() => inside('/tmp/x', path), path).to.throw(/leaves the folder/);
  });
});
