import { exrPicture } from '@amber-stamp/core/exr';
import { expect } from 'chai';
import { decode } from 'fast-png';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runAmber } from './run.ts';

const folder = mkdtempSync(join(tmpdir(), 'amber-cast-'));
const at = (name: string): string => join(folder, name);
const write = (name: string, bytes: string | Uint8Array): string => {
  writeFileSync(at(name), bytes);
  return at(name);
};
const cast = (mesh: string, out: string, ...more: string[]) =>
  runAmber(folder, ['cast', '--mesh', mesh, '--view', 'front', '--size', '64', '--out', at(out), ...more]);
const heights = (name: string) => {
  const { width, data } = exrPicture(readFileSync(at(name)), name);
  return { width, data: data as Float32Array };
};

/** A tent: a square floor with a ridge that is not in the middle. */
const CORNERS = [
  [0, 0, 0],
  [4, 0, 0],
  [4, 4, 0],
  [0, 4, 0],
  [1, 2, 1.5],
];
const FACES = [
  [0, 1, 4],
  [1, 2, 4],
  [2, 3, 4],
  [3, 0, 4],
];

const obj = (faces = FACES): string =>
  [...CORNERS.map((c) => `v ${c.join(' ')}`), ...faces.map((f) => `f ${f.map((i) => i + 1).join(' ')}`), ''].join('\n');

function binaryStl(head: string, says = FACES.length): Uint8Array {
  const bytes = Buffer.alloc(84 + 50 * FACES.length);
  bytes.write(head, 0, 'latin1');
  bytes.writeUInt32LE(says, 80);
  FACES.forEach((face, f) =>
    face.forEach((corner, k) =>
      CORNERS[corner].forEach((v, c) => bytes.writeFloatLE(v, 84 + 50 * f + 12 + 12 * k + 4 * c)),
    ),
  );
  return bytes;
}

const asciiStl = (): string =>
  `solid tent\n${FACES.map(
    (f) =>
      `facet normal 0 0 0\nouter loop\n${f.map((i) => `vertex ${CORNERS[i].join(' ')}`).join('\n')}\nendloop\nendfacet`,
  ).join('\n')}\nendsolid tent\n`;

const plyHead = (format: string, faces = FACES.length): string =>
  `ply\nformat ${format} 1.0\nelement vertex ${CORNERS.length}\nproperty float x\nproperty float y\nproperty float z\nelement face ${faces}\nproperty list uchar int vertex_indices\nend_header\n`;
const asciiPly = (): string =>
  `${plyHead('ascii')}${[...CORNERS, ...FACES.map((f) => [3, ...f])].map((l) => l.join(' ')).join('\n')}\n`;
function binaryPly(little: boolean): Uint8Array {
  const body = Buffer.alloc(CORNERS.length * 12 + FACES.length * 13);
  let o = 0;
  for (const v of CORNERS.flat()) o = little ? body.writeFloatLE(v, o) : body.writeFloatBE(v, o);
  for (const face of FACES) {
    o = body.writeUInt8(3, o);
    for (const i of face) o = little ? body.writeInt32LE(i, o) : body.writeInt32BE(i, o);
  }
  return Buffer.concat([Buffer.from(plyHead(little ? 'binary_little_endian' : 'binary_big_endian')), body]);
}

/** The tent at half its size under a node that doubles it. */
function glb(more: object = {}): Uint8Array {
  const places = Buffer.alloc(CORNERS.length * 12);
  CORNERS.flat().forEach((v, i) => places.writeFloatLE(v / 2, 4 * i));
  const faces = Buffer.alloc(FACES.length * 12);
  FACES.flat().forEach((v, i) => faces.writeUInt32LE(v, 4 * i));
  const bin = Buffer.concat([places, faces]);
  const json = {
    asset: { version: '2.0' },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [{ children: [1], scale: [2, 2, 2] }, { mesh: 0 }],
    meshes: [{ primitives: [{ attributes: { POSITION: 0 }, indices: 1 }] }],
    buffers: [{ byteLength: bin.length }],
    bufferViews: [
      { buffer: 0, byteOffset: 0, byteLength: places.length },
      { buffer: 0, byteOffset: places.length, byteLength: faces.length },
    ],
    accessors: [
      { bufferView: 0, componentType: 5126, count: CORNERS.length, type: 'VEC3', min: [0, 0, 0], max: [2, 2, 1] },
      { bufferView: 1, componentType: 5125, count: FACES.length * 3, type: 'SCALAR' },
    ],
    ...more,
  };
  const text = Buffer.from(JSON.stringify(json));
  const padded = Buffer.concat([text, Buffer.alloc((4 - (text.length % 4)) % 4, 0x20)]);
  const head = Buffer.alloc(20);
  head.write('glTF', 0, 'latin1');
  head.writeUInt32LE(2, 4);
  head.writeUInt32LE(28 + padded.length + bin.length, 8);
  head.writeUInt32LE(padded.length, 12);
  head.write('JSON', 16, 'latin1');
  const binHead = Buffer.alloc(8);
  binHead.writeUInt32LE(bin.length, 0);
  binHead.write('BIN\0', 4, 'latin1');
  return Buffer.concat([head, padded, binHead, bin]);
}

describe('cast on the command line', () => {
  it('gives the same heights whichever form the mesh comes in', () => {
    const files = {
      'tent.obj': obj(),
      'text.stl': asciiStl(),
      'binary.stl': binaryStl('a tent'),
      'named.stl': binaryStl('solid as its name says, and binary'),
      'text.ply': asciiPly(),
      'little.ply': binaryPly(true),
      'big.ply': binaryPly(false),
      'tent.glb': glb(),
    };
    let first: Float32Array | undefined;
    for (const [name, bytes] of Object.entries(files)) {
      const { status, err: errors } = cast(write(name, bytes), 'out.exr', '--up', 'y', '--force');
      expect(errors, name).to.equal('');
      expect(status, name).to.equal(0);
      const { data, width } = heights('out.exr');
      expect(width).to.equal(64);
      first ??= data;
      expect(data, name).to.deep.equal(first);
    }
    // the ridge stands a quarter to the right of the left side, half way up
    expect(Math.max(...(first ?? []))).to.be.above(0.95);
    expect(first?.[32 * 64 + 16]).to.be.above(0.95);
    expect(first?.[32 * 64 + 48]).to.be.below(0.4);
  });

  it('takes z as up for an STL unless it is told otherwise, and y for the others', () => {
    cast(write('z.stl', binaryStl('tent')), 'z.exr', '--view', 'top');
    cast(write('z.obj', obj()), 'obj.exr', '--view', 'top', '--up', 'z');
    expect(heights('z.exr').data).to.deep.equal(heights('obj.exr').data);
  });

  it('writes 16-bit PNG, half and float OpenEXR of the same heights, and the base in the middle where asked', () => {
    const mesh = write('tent.obj', obj());
    cast(mesh, 'float.exr');
    cast(mesh, 'half.exr', '--format', 'half');
    cast(mesh, 'tent.png');
    cast(mesh, 'mid.exr', '--base', 'mid');
    const exact = heights('float.exr').data;
    const half = heights('half.exr').data;
    const mid = heights('mid.exr').data;
    const png = decode(readFileSync(at('tent.png')));
    expect([png.depth, png.channels, png.width]).to.deep.equal([16, 1, 64]);
    exact.forEach((v, i) => {
      expect(half[i]).to.be.closeTo(v, 5e-4);
      expect(png.data[i]).to.be.closeTo(v * 65535, 0.51);
      expect(mid[i]).to.be.closeTo(0.5 + v / 2, 1e-7);
    });
  });

  it('tells what it cast', () => {
    const { out: output } = cast(write('tent.obj', obj()), 'told.exr', '--json', '--pad', '10');
    expect(JSON.parse(output)).to.include({ size: 64, triangles: 4, low: 0, high: 1.5, side: 5 });
  });

  const refused: Record<string, [string, string | Uint8Array, RegExp]> = {
    'a face that names a missing corner': [
      'far.ply',
      asciiPly().replace('3 0 1 4', '3 0 1 9'),
      /corner 9, but there are only 5/,
    ],
    'a place that is no number': ['nan.obj', obj().replace('4 4 0', '4 nan 0'), /not a number/],
    'no faces': ['none.obj', obj([]), /no faces/],
    'an STL that says more faces than it holds': [
      'lies.stl',
      binaryStl('tent', 400),
      /says that it has 400 faces, but it ends before/,
    ],
    'a PLY whose counts lie': [
      'lies.ply',
      Buffer.concat([Buffer.from(plyHead('binary_little_endian', 90_000))]),
      /counts do not fit|cut off/,
    ],
    'nodes in a circle': [
      'circle.glb',
      glb({ nodes: [{ children: [1] }, { children: [0], mesh: 0 }] }),
      /nodes that contain themselves/,
    ],
    'a GLB that needs a file beside it': [
      'beside.glb',
      glb({ buffers: [{ byteLength: 9, uri: 'rest.bin' }] }),
      /needs another file/,
    ],
    'a GLB that needs an extension': [
      'packed.glb',
      glb({ extensionsRequired: ['KHR_draco_mesh_compression'] }),
      /needs KHR_draco/,
    ],
    'a GLB that is cut off': ['cut.glb', glb().slice(0, 60), /cut off/],
    'an empty file': ['empty.obj', '', /is empty/],
    'another kind of file': ['tent.txt', obj(), /is none of .obj, .stl, .ply, .glb/],
  };
  for (const [what, [name, bytes, sentence]] of Object.entries(refused))
    it(`refuses ${what} in one sentence and writes nothing`, () => {
      const { status, err: errors } = cast(write(name, bytes), 'never.exr');
      expect(errors.trim().split('\n')).to.have.length(1);
      expect(errors).to.match(sentence);
      expect(status).to.equal(1);
      expect(existsSync(at('never.exr'))).to.equal(false);
    });

  it('is told how it is used where an option is wrong', () => {
    const mesh = write('tent.obj', obj());
    for (const [more, sentence] of [
      [['--size', '70.5'], /whole number/],
      [['--turn', '1,2'], /three numbers/],
      [['--pad', 'much'], /must be a number/],
    ] as const) {
      const { status, err: errors } = cast(mesh, 'never.exr', ...more);
      expect(status).to.equal(2);
      expect(errors).to.match(sentence);
    }
    const { status, err: errors } = cast(mesh, 'never.exr', '--depth', '3');
    expect([status, /between 0.001 and 1/.test(errors)]).to.deep.equal([1, true]);
  });
});
