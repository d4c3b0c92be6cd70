import { badMesh } from '@amber-stamp/core/relief';

/** What of the description of a GLB counts here; the rest of it is carried along. */
interface GlbJson {
  nodes?: { children?: number[] }[];
  buffers?: { uri?: string; byteLength?: number }[];
  bufferViews?: { buffer?: number; byteOffset?: number }[];
  meshes?: { primitives?: { material?: number }[] }[];
  extensionsRequired?: string[];
  extensionsUsed?: string[];
}

const GLB_MAGIC = 0x46546c67;
const JSON_CHUNK = 0x4e4f534a;
const BINARY_CHUNK = 0x004e4942;
/** What paints and moves a mesh; it would be loaded from the file, and is not looked at. */
const LOOKS = ['images', 'textures', 'samplers', 'materials', 'animations', 'cameras', 'extensionsUsed'] as const;

/** The description in a GLB file. */
function jsonOf(bytes: Uint8Array, where: string): GlbJson {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 20 || view.getUint32(0, true) !== GLB_MAGIC)
    throw badMesh(where, 'is no GLB file: it does not begin like one; export it again.');
  if (view.getUint32(4, true) !== 2)
    throw badMesh(where, 'is a GLB of another version than 2; export it as version 2.');
  const length = view.getUint32(12, true);
  if (view.getUint32(8, true) > bytes.length || view.getUint32(16, true) !== JSON_CHUNK || 20 + length > bytes.length)
    throw badMesh(where, 'is cut off; copy or export it again.');
  try {
    return JSON.parse(new TextDecoder().decode(bytes.subarray(20, 20 + length))) as GlbJson;
  } catch {
    throw badMesh(where, 'has a description that cannot be read; export it again.');
  }
}

/** Whether nodes lead back to themselves. */
function isCyclic(nodes: readonly { children?: number[] }[]): boolean {
  const open = new Set<number>();
  const done = new Set<number>();
  const visit = (node: number): boolean => {
    if (open.has(node)) return true;
    if (done.has(node) || !nodes[node]) return false;
    open.add(node);
    const found = (nodes[node].children ?? []).some(visit);
    open.delete(node);
    done.add(node);
    return found;
  };
  return nodes.some((_, i) => visit(i));
}

/** Refuses what a GLB must not hold here: other files, extensions that change its triangles, nodes in a circle. */
function checkGlb({ nodes = [], buffers = [], extensionsRequired = [] }: GlbJson, where: string): void {
  if (buffers.some(({ uri }) => uri !== undefined && !uri.startsWith('data:')))
    throw badMesh(where, 'needs another file beside it; export it with everything in one file.');
  if (extensionsRequired.length > 0)
    throw badMesh(where, `needs ${extensionsRequired.join(', ')}, which is not read; export it without compression.`);
  if (isCyclic(nodes)) throw badMesh(where, 'has nodes that contain themselves; export it again.');
}

/** The chunk of bytes behind the description; empty where there is none. */
function binaryOf(bytes: Uint8Array): Uint8Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const at = 20 + view.getUint32(12, true);
  if (at + 8 > bytes.length || view.getUint32(at + 4, true) !== BINARY_CHUNK) return new Uint8Array();
  return bytes.subarray(at + 8, at + 8 + view.getUint32(at, true));
}

/** The bytes of a `data:` address. */
function inlined(uri: string): Uint8Array {
  const comma = uri.indexOf(',');
  const text = uri.slice(comma + 1);
  return /;base64$/i.test(uri.slice(0, comma))
    ? new Uint8Array(Buffer.from(text, 'base64'))
    : new Uint8Array(Buffer.from(decodeURIComponent(text), 'latin1'));
}

const padded = (length: number): number => (length + 3) & ~3;

/** A GLB file of a description and bytes. */
function glbOf(json: GlbJson, binary: Uint8Array): Uint8Array {
  const text = new TextEncoder().encode(JSON.stringify(json));
  const [first, second] = [padded(text.length), padded(binary.length)];
  const made = new Uint8Array(28 + first + second);
  const view = new DataView(made.buffer);
  [GLB_MAGIC, 2, made.length, first, JSON_CHUNK].forEach((v, k) => view.setUint32(4 * k, v, true));
  made.fill(0x20, 20 + text.length, 20 + first).set(text, 20);
  view.setUint32(20 + first, second, true);
  view.setUint32(24 + first, BINARY_CHUNK, true);
  made.set(binary, 28 + first);
  return made;
}

/**
 * A GLB with all its buffers in its own bytes and nothing but its triangles: what reads it has nothing to load. Throws
 * bad-mesh where it holds what it must not hold, or less than it says.
 */
export function plainGlb(bytes: Uint8Array, where: string): Uint8Array {
  const json = jsonOf(bytes, where);
  checkGlb(json, where);
  for (const name of LOOKS) delete (json as Record<string, unknown>)[name];
  for (const { primitives = [] } of json.meshes ?? []) for (const primitive of primitives) delete primitive.material;
  const buffers = (json.buffers ?? []).map(({ uri, byteLength = 0 }) => {
    const held = uri === undefined ? binaryOf(bytes) : inlined(uri);
    if (held.length < byteLength)
      throw badMesh(where, `says that a buffer has ${byteLength} bytes, but it has ${held.length}; export it again.`);
    return held.subarray(0, byteLength);
  });
  const starts: number[] = [];
  let end = 0;
  for (const { length } of buffers) {
    starts.push(end);
    end += padded(length);
  }
  const all = new Uint8Array(end);
  buffers.forEach((buffer, k) => all.set(buffer, starts[k]));
  for (const view of json.bufferViews ?? []) {
    view.byteOffset = (view.byteOffset ?? 0) + (starts[view.buffer ?? 0] ?? 0);
    view.buffer = 0;
  }
  if (buffers.length > 0) json.buffers = [{ byteLength: all.length }];
  return glbOf(json, all);
}
