import { decodePlate, encodePlate, encodeRgba } from '@amber-stamp/core/formats';
import { plateFile, readPlateFile } from '@amber-stamp/core/exr';
import { AmberError } from '@amber-stamp/core/errors';
import type { Plate } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import fc from 'fast-check';

const RUNS = { numRuns: 150, seed: 9, endOnFailure: true };

const anySize = fc.record({ width: fc.integer({ min: 1, max: 33 }), height: fc.integer({ min: 1, max: 33 }) });
const anyPlate = anySize.chain(({ width, height }) =>
  fc
    .uint16Array({ minLength: width * height, maxLength: width * height })
    .map((data): Plate => ({ width, height, data })),
);
const anyRelief = anySize.chain(({ width, height }) =>
  fc
    .float32Array({
      minLength: width * height,
      maxLength: width * height,
      noNaN: true,
      noDefaultInfinity: true,
      min: -4,
      max: 4,
    })
    .map((heights): Plate => ({
      width,
      height,
      heights,
      data: Uint16Array.from(heights, (v) => Math.round(65535 * Math.max(0, Math.min(1, v)))),
    })),
);

/** What reading bytes gives: a plate, or the sentence of a refusal; anything else is a defect. */
function readOrRefused(bytes: Uint8Array): Plate | string {
  try {
    return readPlateFile(bytes, 'tip.png');
  } catch (cause) {
    if (cause instanceof AmberError) return cause.message;
    throw cause;
  }
}

describe('any plate as a file', () => {
  it('keeps all its values', () => {
    fc.assert(
      fc.property(anyPlate, (plate) => {
        const { width, height, data } = readPlateFile(plateFile(plate), 'tip.png');
        expect([width, height]).to.deep.equal([plate.width, plate.height]);
        expect(data).to.deep.equal(plate.data);
      }),
      RUNS,
    );
  });

  it('keeps heights below the base plane and above 1, to the last bit', () => {
    fc.assert(
      fc.property(anyRelief, (plate) => {
        const { heights } = readPlateFile(plateFile(plate), 'relief.exr');
        expect(heights).to.deep.equal(plate.heights);
      }),
      RUNS,
    );
  });

  it('is the same bytes again', () => {
    fc.assert(
      fc.property(fc.oneof(anyPlate, anyRelief), (plate) => {
        expect(plateFile(plate)).to.deep.equal(plateFile(plate));
      }),
      RUNS,
    );
  });

  it('that was cut short is refused in a sentence that names it', () => {
    fc.assert(
      fc.property(fc.oneof(anyPlate, anyRelief), fc.double({ min: 0, max: 0.95, noNaN: true }), (plate, share) => {
        const bytes = plateFile(plate);
        const told = readOrRefused(bytes.slice(0, Math.floor(share * bytes.length)));
        expect(told).to.be.a('string');
        expect(told).to.include('tip.png');
      }),
      RUNS,
    );
  });

  it('with any bytes changed is read or refused, and never breaks anything', () => {
    fc.assert(
      fc.property(
        fc.oneof(anyPlate, anyRelief),
        fc.array(fc.nat(), { minLength: 1, maxLength: 6 }),
        (plate, places) => {
          const bytes = plateFile(plate).slice();
          for (const place of places) bytes[place % bytes.length] ^= 1 + (place % 255);
          const told = readOrRefused(bytes);
          if (typeof told === 'string') expect(told).to.include('tip.png');
          else expect(told.data.length).to.equal(told.width * told.height);
        },
      ),
      RUNS,
    );
  });

  it('is refused where it is no file of a plate at all', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
        expect(readOrRefused(bytes)).to.be.a('string');
      }),
      RUNS,
    );
  });
});

describe('a picture of bytes as a PNG', () => {
  it('is read as gray where it is gray', () => {
    fc.assert(
      fc.property(anySize, fc.nat(255), ({ width, height }, v) => {
        const pixels = new Uint8ClampedArray(4 * width * height).fill(v);
        for (let i = 3; i < pixels.length; i += 4) pixels[i] = 255;
        expect(encodeRgba(width, height, pixels).subarray(1, 4)).to.deep.equal(Uint8Array.from([80, 78, 71]));
      }),
      { ...RUNS, numRuns: 10 },
    );
  });
  it('of 16 bits gives back each of them', () => {
    const data = Uint16Array.from({ length: 256 }, (_, i) => i * 257);
    expect(decodePlate(encodePlate({ width: 16, height: 16, data }), 'ramp.png').data).to.deep.equal(data);
  });
});
