import type { Bench } from '@amber-stamp/core/bench';
import { useMemo } from 'react';
import { CoatsPanel } from './panels/CoatsPanel.tsx';
import { DeckPanel } from './panels/DeckPanel.tsx';
import { EndsPanel } from './panels/EndsPanel.tsx';
import { GrainPanel } from './panels/GrainPanel.tsx';
import { InkPanel } from './panels/InkPanel.tsx';
import { ReliefPanel } from './panels/ReliefPanel.tsx';
import { PartContext } from './panels/Setting.tsx';
import type { Part } from './parts.ts';

const PANELS: Record<Part, ((props: { bench: Bench }) => React.ReactNode) | null> = {
  rows: null,
  deck: DeckPanel,
  ink: InkPanel,
  grain: GrainPanel,
  ends: EndsPanel,
  relief: ReliefPanel,
  coats: CoatsPanel,
};

interface Props {
  part: Part;
  bench: Bench;
  /** only those of its settings, by what they are called at hand */
  only?: ReadonlySet<string> | null;
}

/** What a part has to show beside its rows. */
export function PartPanel({ part, bench, only = null }: Props) {
  const context = useMemo(() => ({ part, only }), [part, only]);
  const Panel = PANELS[part];
  return (
    Panel && (
      <PartContext.Provider value={context}>
        <Panel bench={bench} />
      </PartContext.Provider>
    )
  );
}
