import { AmberError } from '@amber-stamp/core/errors';
import { SaxesParser, type SaxesTagPlain } from 'saxes';
import sharp from 'sharp';

/** Longer side that a drawing is filled at, px: no plate is larger. */
const SIDE = 2048;
const MAX_BYTES = 16 * 1024 * 1024;
const MOST_DEEP = 100;
const MOST_ELEMENTS = 50_000;
/** Seconds after which a drawing is given up. */
const MOST_SECONDS = 20;

/** What runs, loads or moves by itself. */
const REFUSED =
  /^(script|foreignobject|image|feimage|iframe|object|embed|audio|video|canvas|handler|listener|set|animate\w*)$/i;

const refuse = (where: string, reason: string) =>
  new AmberError(
    'bad-picture',
    `${where} is refused as a drawing: ${reason}. Export it again with plain shapes.`,
    where,
  );

/** Whether a file is SVG: its first tag, after a declaration and comments, is `svg`. */
export function isSvg(bytes: Uint8Array): boolean {
  const head = new TextDecoder().decode(bytes.subarray(0, 4096)).replace(/^\uFEFF/, '');
  return /^\s*(<\?xml[^>]*>\s*)?(<!--[\s\S]*?-->\s*|<!DOCTYPE[^[>]*(\[[\s\S]*?\]\s*)?>\s*)*<(\w+:)?svg[\s>]/i.test(
    head,
  );
}

interface Node {
  children: Node[];
  /** ids of what is laid here once more */
  uses: string[];
}

/** What points outside the file, in a setting or a style. */
function outsideIn(value: string): string | undefined {
  if (/@import/i.test(value)) return 'it imports a style';
  const url = /url\(\s*['"]?\s*(?!#)([^)'"]{0,40})/i.exec(value);
  return url ? `it loads ${url[1]}` : undefined;
}

function checkAttribute(name: string, value: string, where: string): void {
  const plain = name.toLowerCase();
  if (plain.startsWith('on')) throw refuse(where, `it runs something (${name})`);
  if (/(^|:)href$/.test(plain) && value !== '' && !value.trim().startsWith('#'))
    throw refuse(where, `it loads ${value.slice(0, 40)}`);
  const outside = outsideIn(value);
  if (outside) throw refuse(where, outside);
}

/** How many elements are laid once every reference is followed. Throws where one leads back to itself. */
function laidBy(root: Node, byId: ReadonlyMap<string, Node>, where: string): void {
  const counts = new Map<Node, number>();
  const open = new Set<Node>();
  const count = (node: Node): number => {
    const known = counts.get(node);
    if (known !== undefined) return known;
    if (open.has(node)) throw refuse(where, 'a part of it is made of itself');
    open.add(node);
    let sum = 1;
    for (const child of node.children) sum += count(child);
    for (const id of node.uses) {
      const used = byId.get(id);
      if (used) sum += count(used);
    }
    open.delete(node);
    if (sum > MOST_ELEMENTS) throw refuse(where, `it has more than ${MOST_ELEMENTS} parts`);
    counts.set(node, sum);
    return sum;
  };
  count(root);
}

/** Reads a drawing without drawing it, and refuses what runs, loads, is broken or would never end. Throws bad-picture. */
export function checkSvg(bytes: Uint8Array, where: string): void {
  if (bytes.length > MAX_BYTES) throw refuse(where, `it has more than ${MAX_BYTES / 1048576} MB`);
  const parser = new SaxesParser();
  const root: Node = { children: [], uses: [] };
  const way = [root];
  const byId = new Map<string, Node>();
  let elements = 0;
  parser.on('error', (error) => {
    throw refuse(where, `it is broken (${error.message.split('\n')[0]})`);
  });
  parser.on('doctype', (text) => {
    if (/\[|!ENTITY/i.test(text)) throw refuse(where, 'it declares entities');
  });
  parser.on('processinginstruction', ({ target }) => {
    if (/stylesheet/i.test(target)) throw refuse(where, 'it loads a style sheet');
  });
  const text = (value: string) => {
    const outside = outsideIn(value);
    if (outside) throw refuse(where, outside);
  };
  parser.on('text', text);
  parser.on('cdata', text);
  parser.on('opentag', ({ name, attributes }: SaxesTagPlain) => {
    const local = name.replace(/^.*:/, '');
    if (REFUSED.test(local)) throw refuse(where, `it has ${/^(set|animate)/i.test(local) ? 'movement' : `<${local}>`}`);
    if (++elements > MOST_ELEMENTS) throw refuse(where, `it has more than ${MOST_ELEMENTS} parts`);
    if (way.length > MOST_DEEP) throw refuse(where, `it is nested more than ${MOST_DEEP} deep`);
    const node: Node = { children: [], uses: [] };
    for (const [key, value] of Object.entries(attributes)) {
      checkAttribute(key, value, where);
      if (key === 'id') byId.set(value, node);
      // gradients, patterns, masks and filters are laid with what names them
      for (const [, id] of value.matchAll(/url\(\s*['"]?#([^)'"]+)/g)) node.uses.push(id);
      if (/(^|:)href$/i.test(key)) node.uses.push(value.trim().slice(1));
    }
    way[way.length - 1].children.push(node);
    way.push(node);
  });
  parser.on('closetag', () => void way.pop());
  parser.write(new TextDecoder().decode(bytes)).close();
  laidBy(root, byId, where);
}

/** A file is looked at and then decoded: what was drawn of it is kept as long as its bytes. */
const drawn = new WeakMap<Uint8Array, Promise<Uint8Array>>();

async function draw(bytes: Uint8Array, where: string): Promise<Uint8Array> {
  checkSvg(bytes, where);
  try {
    const { width, height } = await sharp(bytes, { limitInputPixels: false }).metadata();
    const density = Math.max(1, Math.min(100_000, (72 * SIDE) / Math.max(width, height)));
    const image = sharp(bytes, { density }).resize({ width: SIDE, height: SIDE, fit: 'inside' });
    return await image.timeout({ seconds: MOST_SECONDS }).png({ compressionLevel: 1 }).toBuffer();
  } catch (cause) {
    throw refuse(where, `it cannot be drawn (${(cause as Error).message.split('\n')[0].trim()})`);
  }
}

/** A drawing filled at the size of the largest plate, on clear ground, as PNG. Throws bad-picture. */
export function svgAsPng(bytes: Uint8Array, where: string): Promise<Uint8Array> {
  const made = drawn.get(bytes) ?? draw(bytes, where);
  drawn.set(bytes, made);
  return made;
}
