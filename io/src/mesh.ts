import { AmberError } from '@amber-stamp/core/errors';
import { reasonOf } from '@amber-stamp/core/formats';
import type { Mesh } from '@amber-stamp/core/raster';
import { badMesh, checkMesh } from '@amber-stamp/core/relief';
import { extname } from 'node:path';
import { setConsoleFunction, type BufferGeometry, type Mesh as SceneMesh, type Object3D } from 'three';
import { GLTFLoader } from 'three/examples/jsm/loaders/GLTFLoader.js';
import { OBJLoader } from 'three/examples/jsm/loaders/OBJLoader.js';
import { PLYLoader } from 'three/examples/jsm/loaders/PLYLoader.js';
import { STLLoader } from 'three/examples/jsm/loaders/STLLoader.js';
import { plainGlb } from './glb.ts';

// what readers say on the way is no sentence of ours; what is wrong with a mesh is told by its error
setConsoleFunction(() => undefined);

export const MESH_KINDS = ['.obj', '.stl', '.ply', '.glb'] as const;

const textOf = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);
/** A copy from its first byte on: a piece of a larger buffer would be read from that one's start. */
const bufferOf = (bytes: Uint8Array): ArrayBuffer => new Uint8Array(bytes).buffer;

/** Corners and faces of one geometry; faces in the order of the corners where it names none. */
function partOf(geometry: BufferGeometry, where: string): Mesh {
  const position = geometry.getAttribute('position');
  if (!position || position.itemSize !== 3) throw badMesh(where, 'has no corners; export it as triangles.');
  const positions = new Float32Array(position.count * 3);
  for (let i = 0; i < position.count; i++) positions.set([position.getX(i), position.getY(i), position.getZ(i)], 3 * i);
  const index = geometry.getIndex();
  const count = index ? index.count : position.count;
  if (count % 3 !== 0) throw badMesh(where, 'has faces that are no triangles; export it as triangles.');
  return { positions, indices: Uint32Array.from({ length: count }, (_, i) => (index ? index.getX(i) : i)) };
}

/** Several parts as one mesh. */
function joinMeshes(parts: readonly Mesh[]): Mesh {
  const positions = new Float32Array(parts.reduce((sum, p) => sum + p.positions.length, 0));
  const indices = new Uint32Array(parts.reduce((sum, p) => sum + p.indices.length, 0));
  let corner = 0;
  let face = 0;
  for (const part of parts) {
    positions.set(part.positions, 3 * corner);
    for (let i = 0; i < part.indices.length; i++) indices[face + i] = part.indices[i] + corner;
    corner += part.positions.length / 3;
    face += part.indices.length;
  }
  return { positions, indices };
}

/** All meshes under a node, where the nodes put them. */
function partsUnder(root: Object3D, where: string): Mesh[] {
  root.updateMatrixWorld(true);
  const parts: Mesh[] = [];
  root.traverse((node) => {
    const { isMesh, geometry, matrixWorld } = node as SceneMesh;
    if (isMesh) parts.push(partOf(geometry.clone().applyMatrix4(matrixWorld), where));
  });
  return parts;
}

const STL_HEAD = 84;
const STL_FACE = 50;

/** A binary STL says how many faces follow; some begin with the word that marks the text form. */
function checkStl(bytes: Uint8Array, where: string): void {
  const text = textOf(bytes.subarray(0, 1024));
  if (/^\s*solid[^]*\bfacet\b/.test(text)) return;
  if (bytes.length < STL_HEAD) throw badMesh(where, 'is too short for an STL; export it again.');
  const faces = new DataView(bytes.buffer, bytes.byteOffset).getUint32(80, true);
  if (STL_HEAD + faces * STL_FACE > bytes.length)
    throw badMesh(
      where,
      `says that it has ${faces} faces, but it ends before; it is cut off, so copy or export it again.`,
    );
}

const parseGlb = (bytes: Uint8Array, where: string): Promise<Mesh[]> =>
  new Promise((done, fail) => {
    new GLTFLoader().parse(
      bufferOf(plainGlb(bytes, where)),
      '',
      ({ scene }) => done(partsUnder(scene, where)),
      (cause) => fail(badMesh(where, `cannot be read as GLB (${reasonOf(cause)}); export it again.`)),
    );
  });

const READERS: Readonly<Record<string, (bytes: Uint8Array, where: string) => Mesh[] | Promise<Mesh[]>>> = {
  '.obj': (bytes, where) => partsUnder(new OBJLoader().parse(textOf(bytes)), where),
  '.stl': (bytes, where) => {
    checkStl(bytes, where);
    return [partOf(new STLLoader().parse(bufferOf(bytes)), where)];
  },
  '.ply': (bytes, where) => {
    const geometry = new PLYLoader().parse(bufferOf(bytes));
    if (!geometry.getIndex()) throw badMesh(where, 'has corners but no faces, so there is nothing to cast.');
    return [partOf(geometry, where)];
  },
  '.glb': parseGlb,
};

/** Reads a mesh by the ending of its name: OBJ, STL, PLY or GLB. Throws bad-mesh and empty-file. */
export async function readMesh(bytes: Uint8Array, name: string): Promise<Mesh> {
  const read = READERS[extname(name).toLowerCase()];
  if (!read) throw badMesh(name, `is none of ${MESH_KINDS.join(', ')}; export the mesh as one of them.`);
  if (bytes.length === 0) throw new AmberError('empty-file', `${name} is empty; export it again.`, name);
  let mesh: Mesh;
  try {
    mesh = joinMeshes(await read(bytes, name));
    if (extname(name).toLowerCase() === '.stl') mesh.up = 'z';
  } catch (cause) {
    if (cause instanceof AmberError) throw cause;
    throw badMesh(name, 'is cut off, or its counts do not fit what follows; export it again.');
  }
  checkMesh(mesh, name);
  return mesh;
}
