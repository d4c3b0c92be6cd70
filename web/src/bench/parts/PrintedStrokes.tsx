import type { Bench } from '@amber-stamp/core/bench';
import type { Strokes } from '@amber-stamp/core/model';
import { RECORDING_SIZE, recordings } from '@amber-stamp/core/path';
import { useRecordings } from '../../api/queries.ts';
import { useBench } from '../store.ts';
import { recordingPicture, sheetPicture } from '../stroke-picture.ts';
import { InkProof } from './InkProof.tsx';

/** Strokes that the brush on the bench prints: the user's own on the sheet, and those that are kept by a name. */
export interface PrintedStrokes {
  name: string;
  bench: Bench;
  strokes: Strokes;
  make: () => Promise<File>;
}

/** The wide sheet is hardly ever larger, px: what is shown of it small. */
const SHEET_PX = 900;

/** All strokes that could be printed; none away from the bench. */
export function usePrintedStrokes(): PrintedStrokes[] {
  const bench = useBench((s) => s.bench);
  const { data: own = [] } = useRecordings();
  if (!bench) return [];
  const mine = { width: SHEET_PX, height: SHEET_PX, strokes: bench.strokes };
  const kept = [
    ...own.map(({ name, body }) => [name, body] as const),
    ...recordings().map(({ label, strokes }) => [label, { ...RECORDING_SIZE, strokes }] as const),
  ];
  return [
    ...(mine.strokes.length > 0
      ? [{ name: 'my strokes on the sheet', bench, strokes: mine, make: () => sheetPicture(bench) }]
      : []),
    ...kept.map(([name, strokes]) => ({ name, bench, strokes, make: () => recordingPicture(bench, strokes, name) })),
  ];
}

/** Strokes as the brush prints them; a press takes their picture. */
export function PrintedPick({ printed, onPick }: { printed: PrintedStrokes; onPick: () => void }) {
  const { name, bench, strokes } = printed;
  return (
    <button className="plate-pick" title={name} aria-label={name} onClick={onPick}>
      <div className="shot">
        <InkProof
          view={`strokes ${name}`}
          label=""
          brush={bench.brush}
          plates={bench.plates}
          strokes={strokes.strokes}
          scale={(width) => width / Math.max(strokes.width, strokes.height)}
          ground="white"
          calm
        />
      </div>
      <span>{name}</span>
    </button>
  );
}
