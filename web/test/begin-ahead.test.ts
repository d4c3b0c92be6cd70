import './helpers/workers.ts';
import { cut } from '@amber-stamp/core/cut';
import { encodeExr } from '@amber-stamp/core/exr';
import { heightPlate, raster, type Plate } from '@amber-stamp/core/raster';
import { decodeSource } from '@amber-stamp/io';
import { expect } from 'chai';
import { beginAhead } from '../src/bench/begin-ahead.ts';
import { guessOf } from '../src/workers/guess-of.ts';
import { readSent, takeSent } from '../src/workers/sent-files.ts';
import { plateOf } from './helpers/benches.ts';
import { arrived, standIn, until } from './helpers/workers.ts';

const file = (name: string, bytes: Uint8Array, type = ''): File => new File([new Uint8Array(bytes)], name, { type });

/** A dome of heights, with a hole in it where that is wished. */
async function dome(hole = false): Promise<Uint8Array> {
  const heights = raster(48, 40);
  for (let y = 0; y < 40; y++)
    for (let x = 0; x < 48; x++) heights.data[y * 48 + x] = Math.max(0, 300 - (x - 24) ** 2 - (y - 20) ** 2) / 7;
  if (hole) heights.data[20 * 48 + 24] = NaN;
  return encodeExr(heights, 'float');
}

describe('a file of floats that is being sent', () => {
  for (const hole of [false, true])
    it(`is read as the server reads it${hole ? ', with what is no number' : ''}, and cut as it is guessed to be`, async () => {
      const bytes = await dome(hole);
      const plate = await readSent(file('dome.exr', bytes), 'mine');
      const picture = await decodeSource(bytes, 'dome.exr');
      const read = takeSent('mine');
      expect(read?.picture).to.deep.equal(picture);
      const { recipe } = guessOf(picture);
      if (!recipe) throw new Error('a dome is one plate');
      expect(plate).to.deep.equal(heightPlate(cut(picture, recipe)));
      expect(takeSent('mine')).to.equal(undefined);
    });

  it('is left to the server where it is none, or hurt', async () => {
    const bytes = await dome();
    const failed = async (given: File) =>
      readSent(given, 'hurt').then(
        () => 'read',
        () => 'not read',
      );
    expect(await failed(file('dome.exr', Uint8Array.of(1, 2, 3)))).to.equal('not read');
    expect(await failed(file('dome.exr', bytes.subarray(0, bytes.length / 2)))).to.equal('not read');
    expect(takeSent('hurt')).to.equal(undefined);
  });
});

describe('what is begun with a file while it is being sent', () => {
  const calls: string[] = [];
  const shown: Plate[] = [];
  let hurt = false;
  const show = (plate: Plate) => void shown.push(plate);
  const begin = (name: string, type = '') => beginAhead(file(name, Uint8Array.of(1), type), show);
  beforeEach(() => {
    calls.length = 0;
    shown.length = 0;
    hurt = false;
    standIn('cut', {
      read: () => {
        if (hurt) throw new Error('hurt');
        return plateOf(7);
      },
      adopt: (_: string, source: string | null) => void calls.push(`adopt ${source}`),
      look: () => plateOf(3),
    });
  });

  it('is its plate, and it need not be read again once it is a source', async () => {
    const ahead = begin('rock.EXR');
    await until(() => shown.length > 0);
    expect(shown[0].data[0]).to.equal(7);
    expect(await ahead?.isNow('source 1')).to.equal(true);
    expect(calls).to.deep.equal(['adopt source 1']);
  });

  it('is nothing where it cannot be read here: it is read by the server', async () => {
    hurt = true;
    expect(await begin('rock.exr')?.isNow('source 2')).to.equal(false);
    expect([calls, shown]).to.deep.equal([[], []]);
  });

  it('is given up with the file', async () => {
    begin('rock.exr')?.giveUp();
    await until(() => calls.length > 0);
    expect(calls).to.deep.equal(['adopt null']);
  });

  it('is a look at any other picture', async () => {
    expect(begin('bark.jpg', 'image/jpeg')).to.equal(undefined);
    await until(() => shown.length > 0);
    expect(shown[0].data[0]).to.equal(3);
    expect(begin('notes.txt', 'text/plain')).to.equal(undefined);
    await arrived();
    expect(shown).to.have.length(1);
  });
});
