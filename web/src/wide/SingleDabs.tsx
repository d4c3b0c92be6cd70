import type { Bench, BrushState } from '@amber-stamp/core/bench';
import { largestPx, type Coat } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import { builtUpDabs, singleDabs } from '@amber-stamp/core/path';
import { useMemo } from 'react';
import { Choices } from '../parts/Choices.tsx';
import { InkProof } from '../bench/parts/InkProof.tsx';
import { usePlates } from '../bench/plates.ts';
import { useHand } from '../bench/hand.ts';

const CELL = 54;
const DABS = 10;
const STRIPS = {
  single: { label: 'Ten single dabs', strokes: singleDabs(DABS, CELL).strokes },
  'built up': { label: 'One place clicked once to ten times', strokes: builtUpDabs(DABS, CELL).strokes },
} as const;

/** How long a single press is at most, px: of a band its plate at its own proportions. */
function pressedPx(coat: Coat, plate: Plate | undefined): number {
  const width = largestPx(coat);
  return coat.band && plate ? width * Math.max(1, ((plate.width / plate.height) * coat.band.length) / 100) : width;
}

/** Where the pen is open on the wide sheet, ten dabs are shown elsewhere. */
const useStrip = () => useHand(({ strip }) => (strip === 'the pen' ? 'single' : strip));

interface CellsProps {
  view: string;
  state: BrushState;
  /** a kept state, not what is on the bench */
  kept?: boolean;
  named?: string;
}

/** A row of cells, each of the largest dab: ten single dabs, so that chance shows, or one place pressed ever more often. */
function DabCells({ view, state, kept = false, named }: CellsProps) {
  const strip = useStrip();
  const ready = usePlates((s) => s.ready);
  const largest = Math.max(
    1,
    ...state.brush.coats.map((coat) => pressedPx(coat, ready[coat.deck.cards[0].plate]?.plate)),
  );
  const brush = useMemo(() => {
    // the same dabs as in a stroke, only brought to one height
    const scale = (CELL * 0.78) / largest;
    const coats = state.brush.coats.map((coat) => ({
      ...coat,
      properties: {
        ...coat.properties,
        size: { ...coat.properties.size, rest: coat.properties.size.rest * scale },
        across: { ...coat.properties.across, muted: true },
        along: { ...coat.properties.along, muted: true },
      },
    }));
    return { ...state.brush, coats };
  }, [state.brush, largest]);
  const { label, strokes } = STRIPS[strip];
  return (
    <div className="cells">
      <InkProof
        view={view}
        label={named ? `${label}, ${named}` : label}
        brush={brush}
        plates={state.plates}
        strokes={strokes}
        scale={(width) => Math.min(1, width / (DABS * CELL))}
        ground="white"
        kept={kept}
      />
      {named && <span className="named">{named}</span>}
    </div>
  );
}

/** Single dabs of the present state; beside a pin also those of the pin. */
export function SingleDabs({ bench, pin }: { bench: Bench; pin?: BrushState }) {
  const strip = useStrip();
  return (
    <div className={`strip dabs ${pin ? 'twice' : ''}`}>
      <Choices
        label="What the strip shows"
        value={strip}
        options={[
          ['single', 'ten dabs'],
          ['built up', 'built up'],
        ]}
        onChange={(name) => useHand.setState({ strip: name })}
      />
      <div>
        {pin && <DabCells view="ten pinned" state={pin} kept named="pinned" />}
        <DabCells view="ten" state={bench} named={pin && 'now'} />
      </div>
    </div>
  );
}
