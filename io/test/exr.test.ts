import { decodePicture, probePicture, thumbnailOf } from '@amber-stamp/io';
import { heightsOfSource } from '@amber-stamp/core/cut';
import type { AmberError } from '@amber-stamp/core/errors';
import { isExr } from '@amber-stamp/core/formats';
import type { Raster } from '@amber-stamp/core/raster';
import { encodeExr, exrPicture } from '@amber-stamp/core/exr';
import { expect } from 'chai';
import { exrFile } from './exr-file.ts';
import { DataTexture, FloatType, HalfFloatType, RGBAFormat } from 'three';
import {
  EXRExporter,
  NO_COMPRESSION,
  PIZ_COMPRESSION,
  RLE_COMPRESSION,
  ZIP_COMPRESSION,
  ZIPS_COMPRESSION,
} from 'three/examples/jsm/exporters/EXRExporter.js';

const WIDTH = 37;
const HEIGHT = 23;
/** Heights below the base plane and above 1, none of them round, no row or column like another. */
const heights: Raster = {
  width: WIDTH,
  height: HEIGHT,
  data: Float32Array.from({ length: WIDTH * HEIGHT }, (_, i) => Math.sin(i * 0.37) * 3 + (i % WIDTH) / 11),
};

/** A file in one of the forms, with a value for each pixel and colour. */
async function exr(
  compression: number,
  type: typeof FloatType | typeof HalfFloatType,
  value = colours,
): Promise<Uint8Array> {
  const data = new Float32Array(WIDTH * HEIGHT * 4);
  for (let i = 0; i < WIDTH * HEIGHT; i++) for (let c = 0; c < 4; c++) data[4 * i + c] = value(i, c);
  const texture = new DataTexture(data, WIDTH, HEIGHT, RGBAFormat, FloatType);
  return new EXRExporter().parse(texture, { type, compression });
}
const colours = (i: number, c: number): number => (c === 3 ? 1 : heights.data[i] * (c + 1));

describe('OpenEXR', () => {
  it('gives back every float that was written, below the base plane and above 1', async () => {
    expect(exrPicture(await encodeExr(heights, 'float'), 'h.exr')).to.deep.equal({ ...heights, channels: 1 });
  });
  it('as half keeps what a half can hold', async () => {
    const { data } = exrPicture(await encodeExr(heights, 'half'), 'h.exr');
    data.forEach((v, i) => expect(v).to.be.closeTo(heights.data[i], Math.abs(heights.data[i]) / 2048 + 1e-7));
  });
  it('is a picture of floats, gray where its colours are the same and in three channels where they are not', async () => {
    const gray = await decodePicture(await encodeExr(heights, 'float'), 'h.exr');
    expect([gray.channels, gray.width, gray.height]).to.deep.equal([1, WIDTH, HEIGHT]);
    expect(gray.data).to.deep.equal(heights.data);
    const coloured = exrPicture(await exr(ZIP_COMPRESSION, FloatType), 'c.exr');
    expect(coloured.channels).to.equal(3);
    expect(coloured.data[1] / coloured.data[0]).to.be.closeTo(2, 1e-5);
  });
  it('comes out the same whichever lossless compression it has', async () => {
    for (const type of [FloatType, HalfFloatType] as const) {
      const plain = exrPicture(await exr(NO_COMPRESSION, type), 'plain.exr').data;
      for (const compression of [RLE_COMPRESSION, ZIPS_COMPRESSION, ZIP_COMPRESSION, PIZ_COMPRESSION])
        expect(exrPicture(await exr(compression, type), 'c.exr').data, String(compression)).to.deep.equal(plain);
    }
  });
  it('tells what it is without being asked for its pixels, and is shown small', async () => {
    const bytes = await encodeExr(heights, 'float');
    expect(await probePicture(bytes, 'h.exr')).to.deep.equal({
      format: 'exr',
      width: WIDTH,
      height: HEIGHT,
      channels: 1,
      bits: 32,
    });
    expect((await thumbnailOf(bytes, 16, 'h.exr')).length).to.be.above(40);
  });
  it('with values that are no numbers is refused, and they are counted', async () => {
    const bytes = await exr(ZIP_COMPRESSION, FloatType, (i, c) => (c < 3 && i % 100 === 7 ? NaN : colours(i, c)));
    const refused = await decodePicture(bytes, 'nan.exr').catch((e: AmberError) => e);
    expect(refused).to.include({ code: 'bad-picture' });
    expect((refused as AmberError).message).to.match(/nan\.exr has \d+ values that are not numbers/);
  });
  it('that is cut off is refused in one sentence', async () => {
    const whole = await encodeExr(heights, 'float');
    for (let length = 5; length < whole.length; length += 11) {
      const refused = await decodePicture(whole.slice(0, length), 'cut.exr').catch((e: AmberError) => e);
      expect(refused, String(length)).to.include({ code: 'bad-picture' });
      expect((refused as AmberError).message).to.match(
        /^cut\.exr cannot be read as OpenEXR \(.*\); export it again\.$/,
      );
    }
  });
  it('with bytes that were hurt is read or refused, and never runs on', async () => {
    const whole = await encodeExr(heights, 'float');
    for (let k = 0; k < 300; k++) {
      const hurt = whole.slice();
      hurt[4 + ((k * 7919) % (hurt.length - 4))] ^= 1 << (k % 8);
      const result = await decodePicture(hurt, 'hurt.exr').catch((e: AmberError) => e.code);
      if (typeof result === 'string') expect(['bad-picture', 'picture-too-large']).to.include(result);
      else expect(result.data.length).to.equal(result.width * result.height * result.channels);
    }
  });
  it('is known by how it begins', async () => {
    expect(isExr(await encodeExr(heights, 'half'))).to.equal(true);
    expect(isExr(Uint8Array.from([0x76, 0x2f, 0x31]))).to.equal(false);
  });
  it('has its channels read by whatever name they carry, wherever its data window lies', () => {
    const value = (c: number, x: number, y: number) => Math.fround(c * 10 + x * 0.3 - y * 0.7);
    const three = exrPicture(exrFile(['height', 'mask', 'wet'], 9, 5, value, [4, -3]), 'n.exr');
    expect([three.width, three.height, three.channels]).to.deep.equal([9, 5, 3]);
    expect(three.names).to.deep.equal(['height', 'mask', 'wet']);
    for (let y = 0; y < 5; y++)
      for (let x = 0; x < 9; x++)
        for (let c = 0; c < 3; c++) expect(three.data[(y * 9 + x) * 3 + c]).to.equal(value(c, x, y));
    const one = exrPicture(exrFile(['displacement.Z'], 9, 5, value), 'z.exr');
    expect([one.channels, one.data[13]]).to.deep.equal([1, value(0, 4, 1)]);
    expect(exrPicture(exrFile(['R'], 9, 5, value), 'r.exr').data[13]).to.equal(value(0, 4, 1));
    const two = exrPicture(exrFile(['Z', 'id'], 9, 5, value), 'two.exr');
    expect([two.channels, two.data[1], two.data[2]]).to.deep.equal([3, 10, 10]);
  });
  it('begins with the channel that is called like heights', () => {
    const picture = exrPicture(
      exrFile(['albedo', 'Height'], 9, 5, (c, x) => c + x),
      'a.exr',
    );
    expect(heightsOfSource(picture, 'refuse').channel).to.equal('green');
  });
});
