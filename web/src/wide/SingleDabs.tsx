import type { Bench, BrushState } from '@amber-stamp/core/bench';
import { largestPx, type Brush, type Coat, type Deal, type PenStroke } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import type { Ground } from '@amber-stamp/core/ink';
import { builtUpDabs, singleDabs } from '@amber-stamp/core/path';
import { useMemo } from 'react';
import { Choices } from '../parts/Choices.tsx';
import { paperColour } from '../bench/parts/Grounds.tsx';
import { InkProof } from '../bench/parts/InkProof.tsx';
import type { ProofStroke } from '../bench/ink-job.ts';
import { usePlates } from '../bench/plates.ts';
import { useHand } from '../bench/hand.ts';

const CELL = 54;
const DABS = 10;
const STRIPS = {
  single: { label: 'Ten single dabs', strokes: singleDabs(DABS, CELL).strokes },
  'built up': { label: 'One place clicked once to ten times', strokes: builtUpDabs(DABS, CELL).strokes },
} as const;

/** Decks that the hand deals show their cards by how it presses. */
const BY_HAND: readonly Deal[] = ['pressure', 'tilt'];

/** Every card in turn, where chance or their order would deal them: a single dab is always the first of its stroke. */
function dealt(strokes: readonly PenStroke[], { coats: [{ deck }] }: Brush): readonly ProofStroke[] {
  const cards = deck.cards.flatMap((card, k) => (card.muted ? [] : [k]));
  if (cards.length < 2 || BY_HAND.includes(deck.deal)) return strokes;
  return strokes.map((stroke, i) => ({ ...stroke, card: cards[i % cards.length] }));
}

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
  ground: Ground;
  /** a kept state, not what is on the bench */
  kept?: boolean;
  named?: string;
}

/** A row of cells, each of the largest dab: ten single dabs, so that chance shows, or one place pressed ever more often. */
function DabCells({ view, state, ground, kept = false, named }: CellsProps) {
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
  const { label } = STRIPS[strip];
  const strokes = useMemo(() => dealt(STRIPS[strip].strokes, brush), [strip, brush]);
  return (
    <div className="cells">
      <InkProof
        view={view}
        label={named ? `${label}, ${named}` : label}
        brush={brush}
        plates={state.plates}
        strokes={strokes}
        scale={(width) => Math.min(1, width / (DABS * CELL))}
        ground={ground}
        kept={kept}
      />
      {named && <span className="named">{named}</span>}
    </div>
  );
}

/** Single dabs of the present state; beside a pin also those of the pin. */
export function SingleDabs({ bench, pin }: { bench: Bench; pin?: BrushState }) {
  const strip = useStrip();
  const { ground: under } = bench.sheet;
  // pictures are for strokes: single dabs are seen on plain paper
  const ground = under === 'scene' || under === 'picture' ? 'white' : under;
  return (
    <div className={`strip dabs ${pin ? 'twice' : ''}`} style={{ background: paperColour(ground) }}>
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
        {pin && <DabCells view="ten pinned" state={pin} ground={ground} kept named="pinned" />}
        <DabCells view="ten" state={bench} ground={ground} named={pin && 'now'} />
      </div>
    </div>
  );
}
