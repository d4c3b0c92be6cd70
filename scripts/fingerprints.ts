// Writes what all demo brushes and all rated brushes make as fingerprints, so that a change that should change nothing can be held to it.
import { plateFile } from '@amber-stamp/core/exr';
import { InkEngine, layOut, printSheet, type BrushWithPlates } from '@amber-stamp/core/ink';
import type { Strokes } from '@amber-stamp/core/model';
import { portraitStroke } from '@amber-stamp/core/path';
import type { Picture } from '@amber-stamp/core/raster';
import { echoOf, echoReport } from '@amber-stamp/core/prove';
import { createHash } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { BRUSHES, makeBrushes, SOURCES, type SourceKey } from '@amber-stamp/demo';
import { decodeSource } from '@amber-stamp/io';
import { ratedBrush, ratedNames, ratedStrokes } from '../demo/src/rated.ts';

const OUT = new URL('../demo/fingerprints.txt', import.meta.url).pathname;
const PORTRAIT = portraitStroke(680, 264);
const engine = new InkEngine();
const lines: string[] = [];

const bytesOf = (values: ArrayBufferView): Uint8Array =>
  new Uint8Array(values.buffer, values.byteOffset, values.byteLength);

function note(what: string, parts: readonly (Uint8Array | string)[]): void {
  const hash = createHash('sha256');
  for (const part of parts) hash.update(part);
  lines.push(`${hash.digest('hex')}  ${what}`);
}

/** The dabs, the sheet and the echo report of a brush on strokes. */
function noteMarks(name: string, painted: BrushWithPlates, strokes: Strokes, own?: Strokes['strokes']): void {
  const laidOut = layOut(painted.brush, strokes);
  const columns = laidOut.flatMap(({ dabs }) => Object.values(dabs).filter((column) => ArrayBuffer.isView(column)));
  note(`${name}: dabs`, columns.map(bytesOf));
  note(`${name}: sheet`, [bytesOf(printSheet(engine, painted, strokes, 'white', laidOut))]);
  const { brush, plates } = painted;
  note(`${name}: echo`, [JSON.stringify(echoReport(echoOf(engine, brush, plates, own), brush, plates))]);
  process.stderr.write('.');
}

const pictures = new Map<SourceKey, Picture>();
for (const [key, { file, fileName }] of Object.entries(SOURCES))
  pictures.set(key as SourceKey, await decodeSource(await file(), fileName));
const made = new Map(
  [...makeBrushes(BRUSHES, (source) => pictures.get(source)!)].map(({ demo, made: painted }) => [demo.name, painted]),
);
for (const demo of BRUSHES) {
  const painted = made.get(demo.name)!;
  for (const [plate, of] of painted.plates) note(`${demo.name}: ${plate}`, [plateFile(of)]);
  noteMarks(demo.name, painted, PORTRAIT);
}
const strokes = await ratedStrokes();
for (const name of await ratedNames()) noteMarks(`rated ${name}`, await ratedBrush(name), strokes, strokes.strokes);

writeFileSync(OUT, `${lines.join('\n')}\n`);
process.stderr.write(`\n${lines.length} fingerprints\n`);
