import { badMesh } from '@amber-stamp/core/relief';

interface GlbJson {
  nodes?: { children?: number[] }[];
  buffers?: { uri?: string }[];
  extensionsRequired?: string[];
}

const GLB_MAGIC = 0x46546c67;
const JSON_CHUNK = 0x4e4f534a;

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
export function checkGlb(bytes: Uint8Array, where: string): void {
  const { nodes = [], buffers = [], extensionsRequired = [] } = jsonOf(bytes, where);
  if (buffers.some(({ uri }) => uri !== undefined && !uri.startsWith('data:')))
    throw badMesh(where, 'needs another file beside it; export it with everything in one file.');
  if (extensionsRequired.length > 0)
    throw badMesh(where, `needs ${extensionsRequired.join(', ')}, which is not read; export it without compression.`);
  if (isCyclic(nodes)) throw badMesh(where, 'has nodes that contain themselves; export it again.');
}
