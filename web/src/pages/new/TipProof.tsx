import { useAbortable } from '../../parts/useAbortable.ts';
import type { Bench } from '@amber-stamp/core/bench';
import type { Brush } from '@amber-stamp/core/model';
import { barePlate } from '../../bench/plate-key.ts';
import { portraitStroke } from '@amber-stamp/core/path';
import { useState } from 'react';
import { BitmapView } from '../../parts/BitmapView.tsx';
import { InkProof } from '../../bench/parts/InkProof.tsx';
import type { MadeTip } from '../../engine/protocol/make.ts';
import { cutter, holdPlate } from '../../engine/pool.ts';

const CARD = 'tip.png';
const STROKE = { width: 640, height: 190 };
const STROKES = portraitStroke(STROKE.width, STROKE.height).strokes;
const toWidth = (width: number): number => width / STROKE.width;
let made = 0;

interface Tried {
  brush: Brush;
  plates: Bench['plates'];
}

/** The tip as a brush by its first guess: the one that it will be on the bench. */
function useTried(tip: MadeTip | null): Tried | null {
  const [tried, setTried] = useState<Tried | null>(null);
  useAbortable(
    (signal) => {
      if (!tip) return;
      void cutter.firstStrokes(tip.plate, 'tip', CARD, {}).then(({ guesses: [{ brush }] }) => {
        if (signal.aborted) return;
        const sha256 = `made here ${++made}`;
        holdPlate(`sha ${sha256}`, tip.plate);
        setTried({ brush, plates: { [CARD]: barePlate(sha256) } });
      });
    },
    [tip],
  );
  return tried;
}

/** What is made, as one dab and as a stroke. */
export function TipProof({ tip, label }: { tip: MadeTip | null; label: string }) {
  const tried = useTried(tip);
  return (
    <>
      <div className="sheet-of-one">{tip && <BitmapView bitmap={tip.bitmap} label={label} />}</div>
      <div className="stroke-of-one">
        {tried && (
          <InkProof
            view="tip"
            label="A stroke with it"
            brush={tried.brush}
            plates={tried.plates}
            strokes={STROKES}
            scale={toWidth}
            ground="white"
            kept
          />
        )}
      </div>
    </>
  );
}
