import type { Bench } from '@amber-stamp/core/bench';
import { CutControls } from '../../stages/cut/CutControls.tsx';
import { CutWork } from '../../stages/cut/CutWork.tsx';
import { FindControls } from '../../stages/find/FindControls.tsx';
import { FindWork } from '../../stages/find/FindWork.tsx';
import { PackControls } from '../../stages/pack/PackControls.tsx';
import { PackWork } from '../../stages/pack/PackWork.tsx';
import { ProveControls } from '../../stages/prove/ProveControls.tsx';
import { ProveWork } from '../../stages/prove/ProveWork.tsx';
import { VaryControls } from '../../stages/vary/VaryControls.tsx';
import { WideSheet } from '../../wide/WideSheet.tsx';

export const STAGES = ['find', 'cut', 'vary', 'prove', 'pack'] as const;
export type Stage = (typeof STAGES)[number];
export const isStage = (name: string): name is Stage => (STAGES as readonly string[]).includes(name);

interface Props {
  stage: Stage;
  bench: Bench;
}

export function StageControls({ stage, bench }: Props) {
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

export function StageWork({ stage, bench }: Props) {
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
