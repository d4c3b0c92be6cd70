import { builtUpDabs, singleDabs, type Bench } from '@amber-stamp/core';
import { useMemo } from 'react';
import { Choices } from '../../../parts/Choices.tsx';
import { InkProof } from '../../../parts/InkProof.tsx';
import { useHand } from './hand.ts';

const CELL = 54;
const DABS = 10;
const STRIPS = {
  single: { label: 'Ten single dabs', strokes: singleDabs(DABS, CELL).strokes },
  'built up': { label: 'One place clicked once to ten times', strokes: builtUpDabs(DABS, CELL).strokes },
} as const;

/** Ten single dabs, so that chance shows, or one place pressed ever more often: each in a cell of the largest dab. */
export function SingleDabs({ bench }: { bench: Bench }) {
  const strip = useHand((s) => s.strip);
  const largest = Math.max(
    1,
    ...bench.brush.coats.map(({ properties: { size } }) => (size.rest * Math.max(size.low, size.high)) / 100),
  );
  const brush = useMemo(() => {
    // the same dabs as in a stroke, only brought to one height
    const scale = (CELL * 0.78) / largest;
    const coats = bench.brush.coats.map((coat) => ({
      ...coat,
      properties: {
        ...coat.properties,
        size: { ...coat.properties.size, rest: coat.properties.size.rest * scale },
        across: { ...coat.properties.across, muted: true },
        along: { ...coat.properties.along, muted: true },
      },
    }));
    return { ...bench.brush, coats };
  }, [bench.brush, largest]);
  const { label, strokes } = STRIPS[strip];
  return (
    <div className="strip dabs">
      <Choices
        label="What the strip shows"
        value={strip}
        options={[
          ['single', 'ten dabs'],
          ['built up', 'built up'],
        ]}
        onChange={(name) => useHand.setState({ strip: name })}
      />
      <div className="cells">
        <InkProof
          view="ten"
          label={label}
          brush={brush}
          plates={bench.plates}
          strokes={strokes}
          scale={(width) => Math.min(1, width / (DABS * CELL))}
          ground="white"
        />
      </div>
    </div>
  );
}
