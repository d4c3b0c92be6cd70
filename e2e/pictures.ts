import sharp from 'sharp';

/** A gray PNG of 8 bit: `tone` is 0..255 at a place in shares of the sides. */
export function grayPicture(width: number, height: number, tone: (u: number, v: number) => number): Promise<Buffer> {
  const data = new Uint8Array(width * height);
  for (let i = 0; i < data.length; i++)
    data[i] = tone(((i % width) + 0.5) / width, (Math.floor(i / width) + 0.5) / height);
  return sharp(data, { raw: { width, height, channels: 1 } })
    .png()
    .toBuffer();
}
