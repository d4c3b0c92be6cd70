import { within } from '@amber-stamp/core/model';
import { LAMP_ALTITUDE, type Lamp } from '@amber-stamp/core/relief';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';

const DIAL_SIDE = 84;

const around = (deg: number): number => ((((deg + 180) % 360) + 360) % 360) - 180;

/** A lamp at a place of the dial, in shares of its radius from the middle; whole degrees. */
function lampAt(x: number, y: number): Lamp {
  const azimuthDeg = Math.round((Math.atan2(x, -y) * 180) / Math.PI);
  return { azimuthDeg, altitudeDeg: Math.round(within(LAMP_ALTITUDE, 90 * (1 - Math.hypot(x, y)))) };
}

interface Props {
  lamp: Lamp;
  onLive: (lamp: Lamp) => void;
  onDone: () => void;
}

/** Where the lamp stands, seen from above: at the rim it rakes over the sheet, in the middle it shines straight down. */
export function LampDial({ lamp, onLive, onDone }: Props) {
  const held = useRef(false);
  const a = (lamp.azimuthDeg * Math.PI) / 180;
  const r = (1 - lamp.altitudeDeg / 90) * (DIAL_SIDE / 2 - 6);
  const x = DIAL_SIDE / 2 + r * Math.sin(a);
  const y = DIAL_SIDE / 2 - r * Math.cos(a);
  const follow = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const half = box.width / 2 - 6;
    onLive(
      lampAt((event.clientX - box.left - box.width / 2) / half, (event.clientY - box.top - box.height / 2) / half),
    );
  };
  const end = () => {
    if (held.current) onDone();
    held.current = false;
  };
  const keyed = (event: KeyboardEvent) => {
    const by = { ArrowLeft: [-5, 0], ArrowRight: [5, 0], ArrowUp: [0, 5], ArrowDown: [0, -5] }[event.key];
    if (!by) return;
    event.preventDefault();
    onLive({
      azimuthDeg: around(lamp.azimuthDeg + by[0]),
      altitudeDeg: within(LAMP_ALTITUDE, lamp.altitudeDeg + by[1]),
    });
    onDone();
  };
  return (
    <svg
      className="lamp-dial"
      width={DIAL_SIDE}
      height={DIAL_SIDE}
      viewBox={`0 0 ${DIAL_SIDE} ${DIAL_SIDE}`}
      role="slider"
      tabIndex={0}
      aria-label="Lamp"
      aria-valuemin={-180}
      aria-valuemax={180}
      aria-valuenow={Math.round(lamp.azimuthDeg)}
      aria-valuetext={`from ${Math.round(lamp.azimuthDeg)}°, ${Math.round(lamp.altitudeDeg)}° high`}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        held.current = true;
        follow(e);
      }}
      onPointerMove={(e) => held.current && follow(e)}
      onPointerUp={end}
      onPointerCancel={end}
      onKeyDown={keyed}
    >
      <circle className="rim" cx={DIAL_SIDE / 2} cy={DIAL_SIDE / 2} r={DIAL_SIDE / 2 - 5} />
      <circle className="ring" cx={DIAL_SIDE / 2} cy={DIAL_SIDE / 2} r={(DIAL_SIDE / 2 - 5) / 2} />
      <line x1={DIAL_SIDE / 2} y1={DIAL_SIDE / 2} x2={x} y2={y} />
      <circle className="flame" cx={x} cy={y} r="6" />
    </svg>
  );
}
