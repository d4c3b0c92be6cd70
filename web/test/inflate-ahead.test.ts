import { exrPicture, exrStreams, inflate } from '@amber-stamp/core/exr';
import { expect } from 'chai';
import { encodeHeights } from '../../core/src/formats/exr-write.ts';
import { inflatedAhead } from '../src/workers/inflate-ahead.ts';

const side = 70;
const heights = {
  width: side,
  height: side,
  data: Float32Array.from({ length: side * side }, (_, i) => (i % side) / 50 - ((i * 7919) % 13) / 9),
};
const refuses = (): Uint8Array => {
  throw new Error('was not inflated ahead');
};

describe('a file of floats that is inflated ahead', () => {
  it('is read to the same values, without a stream left to the script', async () => {
    const file = encodeHeights(heights);
    const streams = exrStreams(file, 'a.exr');
    expect(streams.length).to.be.greaterThan(1);
    const read = exrPicture(file, 'a.exr', await inflatedAhead(streams, refuses));
    expect(read.data).to.deep.equal(heights.data);
  });

  it('leaves a hurt stream to the script, which says what is wrong', async () => {
    const file = encodeHeights(heights);
    const [{ packed }] = exrStreams(file, 'a.exr');
    packed.fill(255, 4, 40);
    const by = await inflatedAhead(exrStreams(file, 'a.exr'), inflate);
    expect(() => exrPicture(file, 'a.exr', by)).to.throw('a.exr cannot be read as OpenEXR');
  });
});
