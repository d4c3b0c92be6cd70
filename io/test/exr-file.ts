/** OpenEXR files of the plainest kind, written byte by byte: float channels of any names, not compressed. */

const text = (s: string): number[] => [...Buffer.from(s, 'latin1'), 0];
const int = (v: number): number[] => [...Buffer.from(Int32Array.of(v).buffer)];
const attribute = (name: string, type: string, value: number[]): number[] => [
  ...text(name),
  ...text(type),
  ...int(value.length),
  ...value,
];

/** `at`: the value of a channel at a px; `left`, `top`: where the data window begins. */
export function exrFile(
  names: readonly string[],
  width: number,
  height: number,
  at: (channel: number, x: number, y: number) => number,
  [left, top] = [0, 0],
): Uint8Array {
  const window = [left, top, left + width - 1, top + height - 1].flatMap(int);
  const channels = names.flatMap((name) => [...text(name), ...int(2), 0, 0, 0, 0, ...int(1), ...int(1)]);
  const floats = (...v: number[]): number[] => [...Buffer.from(Float32Array.from(v).buffer)];
  const header = [
    ...[0x76, 0x2f, 0x31, 0x01],
    ...int(2),
    ...attribute('channels', 'chlist', [...channels, 0]),
    ...attribute('compression', 'compression', [0]),
    ...attribute('dataWindow', 'box2i', window),
    ...attribute('displayWindow', 'box2i', [0, 0, width + left - 1, height + top - 1].flatMap(int)),
    ...attribute('lineOrder', 'lineOrder', [0]),
    ...attribute('pixelAspectRatio', 'float', floats(1)),
    ...attribute('screenWindowCenter', 'v2f', floats(0, 0)),
    ...attribute('screenWindowWidth', 'float', floats(1)),
    0,
  ];
  const row = 8 + 4 * width * names.length;
  const out = Buffer.alloc(header.length + 8 * height + row * height);
  out.set(header);
  for (let y = 0; y < height; y++) {
    const begin = header.length + 8 * height + y * row;
    out.writeBigUInt64LE(BigInt(begin), header.length + 8 * y);
    out.writeInt32LE(top + y, begin);
    out.writeInt32LE(row - 8, begin + 4);
    names.forEach((_, c) => {
      for (let x = 0; x < width; x++) out.writeFloatLE(at(c, x, y), begin + 8 + 4 * (c * width + x));
    });
  }
  return out;
}
