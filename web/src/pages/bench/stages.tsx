import type { Bench } from '@amber-stamp/core/bench';
import { lazy, Suspense } from 'react';
import { beginCutting } from '../../engine/pool.ts';
import { Unread } from '../../parts/Unread.tsx';
import { VaryControls } from '../../stages/vary/VaryControls.tsx';
import { WideSheet } from '../../wide/WideSheet.tsx';

// the stage that strokes are tuned in stands at once; the others are read when they are opened, or ahead once it stands
const find = () => import('../../stages/find/stage.ts');
const cut = () => import('../../stages/cut/stage.ts');
const prove = () => import('../../stages/prove/stage.ts');
const pack = () => import('../../stages/pack/stage.ts');
const FindControls = lazy(async () => ({ default: (await find()).FindControls }));
const FindWork = lazy(async () => ({ default: (await find()).FindWork }));
const CutControls = lazy(async () => ({ default: (await cut()).CutControls }));
const CutWork = lazy(async () => ({ default: (await cut()).CutWork }));
const ProveControls = lazy(async () => ({ default: (await prove()).ProveControls }));
const ProveWork = lazy(async () => ({ default: (await prove()).ProveWork }));
const PackControls = lazy(async () => ({ default: (await pack()).PackControls }));
const PackWork = lazy(async () => ({ default: (await pack()).PackWork }));

/** Reads the stages that are not open yet, one after the other; what cannot be read now is asked for again when it is opened. */
export async function readAhead(): Promise<void> {
  beginCutting();
  for (const read of [prove, cut, find, pack]) await read().catch(() => undefined);
}

export const STAGES = ['find', 'cut', 'vary', 'prove', 'pack'] as const;
export type Stage = (typeof STAGES)[number];
export const isStage = (name: string): name is Stage => (STAGES as readonly string[]).includes(name);

interface Props {
  stage: Stage;
  bench: Bench;
}

function Controls({ stage, bench }: Props) {
  switch (stage) {
    case 'find':
      return <FindControls bench={bench} />;
    case 'cut':
      return <CutControls bench={bench} />;
    case 'vary':
      return <VaryControls bench={bench} />;
    case 'prove':
      return <ProveControls bench={bench} />;
    case 'pack':
      return <PackControls bench={bench} />;
  }
}

function Work({ stage, bench }: Props) {
  switch (stage) {
    case 'find':
      return <FindWork bench={bench} />;
    case 'cut':
      return <CutWork bench={bench} />;
    case 'vary':
      return <WideSheet bench={bench} />;
    case 'prove':
      return <ProveWork bench={bench} />;
    case 'pack':
      return <PackWork bench={bench} />;
  }
}

export const StageControls = (props: Props) => (
  <Unread key={props.stage}>
    <Suspense fallback={null}>
      <Controls {...props} />
    </Suspense>
  </Unread>
);

export const StageWork = (props: Props) => (
  <Unread key={props.stage}>
    <Suspense fallback={<section className="work" aria-busy="true" />}>
      <Work {...props} />
    </Suspense>
  </Unread>
);
