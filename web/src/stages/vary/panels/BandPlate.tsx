import { endsMeet, makeStep } from '@amber-stamp/core/cut';
import type { Band } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import { useMemo, type KeyboardEvent, type PointerEvent } from 'react';
import { usePlates } from '../../../bench/plates.ts';
import { change, settle } from '../../../bench/store.ts';
import { PlateView } from '../../../parts/PlateView.tsx';

interface Props {
  band: Band;
  /** name of the plate that is bent */
  plate: string;
  onEnd: (end: 'head' | 'tail', pct: number) => void;
}

interface EndProps extends Pick<Props, 'onEnd'> {
  end: 'head' | 'tail';
  pct: number;
}

/** Where the head ends or the tail begins, dragged along the plate. */
function EndLine({ end, pct, onEnd }: EndProps) {
  const set = (to: number) => onEnd(end, Math.max(0, Math.min(95, Math.round(to))));
  const drag = (e: PointerEvent<HTMLElement>) => {
    if (e.buttons === 0) return;
    const box = (e.currentTarget.parentElement as HTMLElement).getBoundingClientRect();
    const share = (100 * (e.clientX - box.left)) / box.width;
    set(end === 'head' ? share : 100 - share);
  };
  const keys = (e: KeyboardEvent) => {
    const along = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
    if (!along) return;
    e.preventDefault();
    set(pct + (end === 'head' ? along : -along) * (e.shiftKey ? 10 : 1));
    settle(`${end} of the band`);
  };
  return (
    <span
      className="end-line"
      role="slider"
      tabIndex={0}
      aria-label={`Where the ${end} ${end === 'head' ? 'ends' : 'begins'}`}
      aria-valuenow={Math.round(pct)}
      aria-valuemin={0}
      aria-valuemax={95}
      aria-valuetext={`${Math.round(pct)} % of the plate`}
      style={{ left: `${end === 'head' ? pct : 100 - pct}%` }}
      onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
      onPointerMove={drag}
      onPointerUp={() => settle(`${end} of the band`)}
      onKeyDown={keys}
    />
  );
}

const THREE = [0, 1, 2];

const joinEnds = (name: string): void =>
  change('its two ends made to meet', ({ plates: { [name]: plate } }) => {
    plate.recipe ??= { format: 'amber-stamp/recipe', version: 1, steps: [] };
    plate.recipe.steps.push(makeStep('tile', { sides: 'left and right' }));
  });

/** Three repeats in a row; where the joint would be seen, what cures it. */
function Joint({ plate, name, band: { turnAbout, head, tail } }: { plate: Plate; name: string; band: Band }) {
  const asked = !turnAbout && head + tail === 0;
  const meets = useMemo(() => !asked || endsMeet(plate), [asked, plate]);
  return (
    <>
      <div className="band-joint" role="img" aria-label="The joint, three repeats long">
        {THREE.map((k) => (
          <span key={k} style={turnAbout && k === 1 ? { transform: 'scaleX(-1)' } : undefined}>
            <PlateView plate={plate} label="" most={200} />
          </span>
        ))}
      </div>
      {!meets && (
        <p className="note">
          Its two ends do not meet: the joint is seen.{' '}
          <button className="link" onClick={() => joinEnds(name)}>
            make them meet
          </button>
        </p>
      )}
    </>
  );
}

/** The plate of a band with its head and tail on it, and its joint three repeats long. */
export function BandPlate({ band, plate: name, onEnd }: Props) {
  const plate = usePlates((s) => s.ready[name]?.plate);
  if (!plate) return null;
  const { head, tail, fill } = band;
  return (
    <>
      <div
        className="band-plate"
        style={{ aspectRatio: `${plate.width} / ${Math.max(plate.height, plate.width / 6)}` }}
      >
        <PlateView plate={plate} label="The plate of the band" most={560} />
        {fill !== 'once' && (
          <>
            <span className="end-part" style={{ left: 0, width: `${head}%` }} />
            <span className="end-part" style={{ right: 0, width: `${tail}%` }} />
            <EndLine end="head" pct={head} onEnd={onEnd} />
            <EndLine end="tail" pct={tail} onEnd={onEnd} />
          </>
        )}
      </div>
      {fill === 'repeat' && <Joint plate={plate} name={name} band={band} />}
    </>
  );
}
