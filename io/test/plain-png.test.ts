import { decodePicture } from '@amber-stamp/io';
import { expect } from 'chai';
import { decode } from 'fast-png';
import sharp from 'sharp';

describe('a PNG of 8 bit', () => {
  const [width, height] = [33, 17];
  const bytes = (channels: number) => Uint8Array.from({ length: width * height * channels }, (_, i) => (i * 97) & 255);
  for (const channels of [1, 3, 4] as const)
    for (const [how, profile, progressive] of [
      ['plain', false, false],
      ['with a profile', true, false],
      ['interlaced', false, true],
    ] as const)
      it(`gives its numbers as they stand: ${channels} channels, ${how}`, async () => {
        let made = sharp(bytes(channels), { raw: { width, height, channels } });
        if (channels === 1) made = made.toColourspace('b-w');
        if (profile) made = made.withIccProfile('p3');
        const file = await made.png({ progressive }).toBuffer();
        const picture = await decodePicture(file, 'a.png');
        const plain = decode(file);
        expect([picture.width, picture.height, picture.channels]).to.deep.equal([width, height, plain.channels]);
        expect(Buffer.from(picture.data as Uint8Array).equals(Buffer.from(plain.data as Uint8Array))).to.equal(true);
      });
});
