import type { Bench } from '@amber-stamp/core/bench';
import { LampDial } from '../../parts/LampDial.tsx';
import { live, settle } from '../store.ts';

/** The lamp of the sheet, which lights clay and strokes alike. */
export const SheetLamp = ({ bench }: { bench: Bench }) => (
  <LampDial
    lamp={bench.sheet.lamp}
    onLive={(next) => live((d) => void (d.sheet.lamp = next))}
    onDone={() => settle('lamp moved')}
  />
);
