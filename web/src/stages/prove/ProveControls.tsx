import type { Bench } from '@amber-stamp/core/bench';
import { useHotkeys } from 'react-hotkeys-hook';
import { pinNow } from '../../bench/pins.ts';
import { Choices } from '../../parts/Choices.tsx';
import { EVERYWHERE } from '../../parts/keys.ts';
import { Cures } from './Cures.tsx';
import { GiveAways } from './GiveAways.tsx';
import { GroundPanel } from './GroundPanel.tsx';
import { LadderControls } from './LadderControls.tsx';
import { PinsPanel } from './PinsPanel.tsx';
import { SurfacePanel } from './surface/SurfacePanel.tsx';
import { useProveEye, VIEWS, type View } from './view.ts';

function ViewControls({ view, bench }: { view: View; bench: Bench }) {
  switch (view) {
    case 'echo':
      return (
        <>
          <GiveAways bench={bench} />
          <Cures bench={bench} />
        </>
      );
    case 'pins':
      return <PinsPanel bench={bench} />;
    case 'ladder':
      return <LadderControls bench={bench} />;
    case 'ground':
      return <GroundPanel bench={bench} />;
    case 'surface':
      return <SurfacePanel bench={bench} />;
  }
}

export function ProveControls({ bench }: { bench: Bench }) {
  const view = useProveEye((s) => s.view);
  useHotkeys('p', () => useProveEye.setState({ pin: pinNow() }), EVERYWHERE);
  useHotkeys('b', () => useProveEye.setState({ blink: true }), { ...EVERYWHERE, keydown: true });
  useHotkeys('b', () => useProveEye.setState({ blink: false }), { ...EVERYWHERE, keyup: true, keydown: false });
  return (
    <>
      <div className="views">
        <Choices
          label="What is looked at"
          value={view}
          options={VIEWS}
          onChange={(next) => useProveEye.setState({ view: next })}
        />
      </div>
      <ViewControls view={view} bench={bench} />
    </>
  );
}
