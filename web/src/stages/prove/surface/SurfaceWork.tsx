import type { Bench } from '@amber-stamp/core/bench';
import { pressesOn } from '@amber-stamp/core/relief';
import { useEffect, useMemo, useRef } from 'react';
import { usePressed } from '../../../bench/surface.ts';
import { useBoxSize } from '../../../parts/useBoxSize.ts';
import { useSurfaceEye } from './eye.ts';
import { useSurfaceScene } from '../../../parts/useSurfaceScene.ts';
import { SURFACE_SIDE } from '../../../engine/protocol/surface.ts';
import { usePressing } from './usePressing.ts';

/** A clay surface under the lamp, on which the tip is pressed. */
export function SurfaceWork({ bench }: { bench: Bench }) {
  const field = useRef<HTMLDivElement>(null);
  const box = useBoxSize(field);
  const { surface, lamp } = bench.sheet;
  const { canvas, scene } = useSurfaceScene(SURFACE_SIDE, surface.shape);
  const { yawDeg, pitchDeg, zoom, lays } = useSurfaceEye();
  const { hand, strokeHand, handlers } = usePressing(bench, scene);
  const shown = useMemo(
    () => ({ shape: surface.shape, presses: [...pressesOn(surface), ...strokeHand] }),
    [surface, strokeHand],
  );
  const pressed = usePressed(bench, shown, hand);
  useEffect(() => {
    if (pressed) scene.current?.setRows({ from: 0, ...pressed });
  }, [scene, pressed]);
  useEffect(() => {
    const { current } = scene;
    if (!current || box.width === 0) return;
    current.resize(box.width, box.height);
    current.look(yawDeg, pitchDeg, zoom, lamp);
    current.render();
  }, [scene, box, yawDeg, pitchDeg, zoom, lamp, pressed]);
  const many = shown.presses.length;
  return (
    <section className="work" aria-label="Surface" style={{ gridTemplateRows: 'minmax(0, 1fr)' }}>
      <div className="proof object" style={{ padding: 0 }}>
        <div
          ref={field}
          className="object-field surface"
          tabIndex={0}
          role="group"
          aria-label="The surface: drag on it to press, beside it to turn it; arrows turn it"
          data-testid="surface"
          data-pressed={pressed ? many - pressed.missing : undefined}
          {...handlers}
        >
          <canvas ref={canvas} aria-hidden />
        </div>
        <span className="tag">
          {lays === 'dab'
            ? 'drag a dab out of its middle: the drag says how large and which way up'
            : 'draw on the clay: dabs as far apart as the brush says'}
          ; drag beside it to turn it
        </span>
        <span className="tag low">
          {many === 0
            ? 'nothing pressed yet'
            : `${many} ${many === 1 ? 'dab' : 'dabs'}${pressed ? `, ${pressed.ms.toFixed(0)} ms` : ''}`}
        </span>
      </div>
    </section>
  );
}
