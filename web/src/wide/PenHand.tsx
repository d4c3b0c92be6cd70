import { Slider } from '@mui/material';
import type { KeyboardEvent, PointerEvent } from 'react';
import { Choices } from '../parts/Choices.tsx';
import { usePenHand } from './pen.ts';

const PICTURE_SIDE = 66;
const MAX_TILT_DEG = 75;
const clampTilt = (v: number): number => Math.max(-MAX_TILT_DEG, Math.min(MAX_TILT_DEG, Math.round(v)));

/** The pen seen from above: its foot in the middle, its end dragged to where it leans. */
function PenFromAbove() {
  const { tiltX, tiltY, twist } = usePenHand();
  const at = (tilt: number) => PICTURE_SIDE / 2 + (tilt / 90) * (PICTURE_SIDE / 2);
  const drag = (e: PointerEvent<SVGSVGElement>) => {
    if (e.buttons === 0) return;
    const box = e.currentTarget.getBoundingClientRect();
    const tilt = (v: number, from: number) => clampTilt(((v - from) / (PICTURE_SIDE / 2) - 1) * 90);
    usePenHand.setState({ tiltX: tilt(e.clientX, box.left), tiltY: tilt(e.clientY, box.top) });
  };
  const keys = (e: KeyboardEvent) => {
    const by = { ArrowLeft: [-5, 0], ArrowRight: [5, 0], ArrowUp: [0, -5], ArrowDown: [0, 5] }[e.key];
    if (!by) return;
    e.preventDefault();
    usePenHand.setState({ tiltX: clampTilt(tiltX + by[0]), tiltY: clampTilt(tiltY + by[1]) });
  };
  return (
    <svg
      width={PICTURE_SIDE}
      height={PICTURE_SIDE}
      role="slider"
      tabIndex={0}
      aria-label="Lean of the pen"
      aria-valuenow={Math.round(Math.hypot(tiltX, tiltY))}
      aria-valuetext={`${tiltX} degrees across, ${tiltY} down`}
      style={{ touchAction: 'none', cursor: 'grab' }}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        drag(e);
      }}
      onPointerMove={drag}
      onKeyDown={keys}
    >
      <circle cx={PICTURE_SIDE / 2} cy={PICTURE_SIDE / 2} r={PICTURE_SIDE / 2 - 2} fill="none" stroke="var(--line)" />
      <circle
        cx={PICTURE_SIDE / 2}
        cy={PICTURE_SIDE / 2}
        r={PICTURE_SIDE / 4}
        fill="none"
        stroke="var(--line)"
        strokeDasharray="2 4"
      />
      <line
        x1={PICTURE_SIDE / 2}
        y1={PICTURE_SIDE / 2}
        x2={at(tiltX)}
        y2={at(tiltY)}
        stroke="var(--ink)"
        strokeWidth={4}
        strokeLinecap="round"
      />
      <g transform={`translate(${at(tiltX)} ${at(tiltY)}) rotate(${twist})`}>
        <circle r={6} fill="var(--amberfill)" stroke="var(--ink)" />
        <line y1={-6} y2={0} stroke="var(--ink)" strokeWidth={2} />
      </g>
      <circle cx={PICTURE_SIDE / 2} cy={PICTURE_SIDE / 2} r={2.5} fill="var(--ink)" />
    </svg>
  );
}

/** The made-up pen, for hands that hold a mouse: it is pressed, leans and turns as it is set here, while it draws. */
export function PenHand() {
  const pen = usePenHand();
  return (
    <div className="strip pen-hand" role="group" aria-label="The pen">
      <PenFromAbove />
      <Choices
        label="Pressure of the pen"
        value={pen.by}
        options={[
          ['swell', 'swells in'],
          ['speed', 'lighter when fast'],
          ['steady', 'steady'],
        ]}
        onChange={(by) => usePenHand.setState({ by })}
      />
      <label>
        Pressure {Math.round(pen.pressure * 100)} %
        <Slider
          size="small"
          aria-label="Most pressure of the pen"
          value={pen.pressure}
          min={0.05}
          max={1}
          step={0.01}
          onChange={(_, v) => usePenHand.setState({ pressure: v })}
        />
      </label>
      <label>
        Turn {pen.twist}°
        <Slider
          size="small"
          aria-label="Turn of the pen"
          value={pen.twist}
          min={0}
          max={359}
          onChange={(_, v) => usePenHand.setState({ twist: v })}
        />
      </label>
      <button className="small" onClick={() => usePenHand.setState({ tiltX: 0, tiltY: 0, twist: 0 })}>
        upright
      </button>
    </div>
  );
}
