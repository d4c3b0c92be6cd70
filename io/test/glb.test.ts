import { readMesh } from '../src/mesh.ts';
import { expect } from 'chai';

/** Three corners of a triangle, and the same with another z. */
const corners = (z: number): Uint8Array => new Uint8Array(new Float32Array([0, 0, z, 1, 0, z, 0, 1, z]).buffer);
const dataOf = (bytes: Uint8Array): string =>
  `data:application/octet-stream;base64,${Buffer.from(bytes).toString('base64')}`;

interface Part {
  uri?: string;
  byteLength: number;
}

/** A GLB of triangles, one of each buffer, with whatever else is wanted. */
function glb(buffers: Part[], binary: Uint8Array = new Uint8Array(), more: object = {}): Uint8Array {
  const json = JSON.stringify({
    asset: { version: '2.0' },
    scene: 0,
    scenes: [{ nodes: buffers.map((_, k) => k) }],
    nodes: buffers.map((_, mesh) => ({ mesh })),
    meshes: buffers.map((_, k) => ({ primitives: [{ attributes: { POSITION: k }, material: 0 }] })),
    accessors: buffers.map((_, k) => ({
      bufferView: k,
      componentType: 5126,
      count: 3,
      type: 'VEC3',
      min: [0, 0, -9],
      max: [1, 1, 9],
    })),
    bufferViews: buffers.map((_, k) => ({ buffer: k, byteLength: 36 })),
    buffers,
    ...more,
  });
  const text = Buffer.from(json.padEnd(Math.ceil(json.length / 4) * 4));
  const head = Buffer.alloc(20);
  const tail = Buffer.alloc(binary.length > 0 ? 8 : 0);
  [0x46546c67, 2, 20 + text.length + tail.length + binary.length, text.length, 0x4e4f534a].forEach((v, k) =>
    head.writeUInt32LE(v, 4 * k),
  );
  if (tail.length > 0) [binary.length, 0x004e4942].forEach((v, k) => tail.writeUInt32LE(v, 4 * k));
  return new Uint8Array(Buffer.concat([head, text, tail, binary]));
}

describe('a GLB', () => {
  it('is read from its own bytes, from buffers that stand in its description, and from both', async () => {
    const own = await readMesh(glb([{ byteLength: 36 }], corners(1)), 'a.glb');
    expect([...own.positions]).to.deep.equal([0, 0, 1, 1, 0, 1, 0, 1, 1]);
    const inline = await readMesh(glb([{ uri: dataOf(corners(2)), byteLength: 36 }]), 'a.glb');
    expect([...inline.positions]).to.deep.equal([0, 0, 2, 1, 0, 2, 0, 1, 2]);
    const both = await readMesh(
      glb([{ byteLength: 36 }, { uri: dataOf(corners(2)), byteLength: 36 }], corners(1)),
      'a.glb',
    );
    expect([...both.positions].filter((_, k) => k % 3 === 2)).to.deep.equal([1, 1, 1, 2, 2, 2]);
    expect(both.indices).to.have.length(6);
  });

  it('is read without its pictures, whatever they are', async () => {
    const painted = glb([{ byteLength: 36 }], corners(1), {
      images: [{ uri: 'data:image/png;base64,AAAA' }, { uri: 'http://127.0.0.1:1/x.png' }, { bufferView: 7 }],
      textures: [{ source: 0 }, { source: 1 }],
      materials: [{ pbrMetallicRoughness: { baseColorTexture: { index: 1 } } }],
      extensionsUsed: ['KHR_texture_transform'],
    });
    expect((await readMesh(painted, 'a.glb')).indices).to.have.length(3);
  });

  for (const [what, bytes, sentence] of [
    [
      'a buffer is shorter than it says',
      glb([{ uri: dataOf(corners(1)), byteLength: 400 }]),
      /says that a buffer has 400 bytes, but it has 36/,
    ],
    ['it needs another file', glb([{ uri: 'beside.bin', byteLength: 36 }]), /needs another file beside it/],
    ['its own bytes are missing', glb([{ byteLength: 36 }]), /says that a buffer has 36 bytes, but it has 0/],
    ['a percent code is broken', glb([{ uri: 'data:,%zz', byteLength: 3 }]), /cut off, or its counts do not fit/],
  ] as const)
    it(`is refused in a sentence where ${what}`, async () => {
      const refused = await readMesh(bytes, 'a.glb').catch((cause: Error) => cause.message);
      expect(refused).to.match(sentence);
    });
});
