import { FLAWS } from '@amber-stamp/core/flaws';
import type { Rows } from '@amber-stamp/core/cut';
import { useEffect, useRef } from 'react';
import { presentPlate } from '../../bench/edit.ts';
import { sourceKey } from '../../bench/plate-key.ts';
import { settle, useBench } from '../../bench/store.ts';
import { useStepView } from '../../bench/useStepView.ts';
import type { ParamProps } from './param-props.ts';
import { recipeOf, setParam } from './steps.ts';

const CROP_PX = 64;
/** So much of the plate's side is seen around a place. */
const AROUND = 0.16;

/** A place of a picture, close. */
function Crop({ bitmap, x, y }: { bitmap: ImageBitmap; x: number; y: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const pen = canvas.current?.getContext('2d');
    if (!pen) return;
    const side = AROUND * Math.max(bitmap.width, bitmap.height);
    pen.fillStyle = '#fff';
    pen.fillRect(0, 0, CROP_PX, CROP_PX);
    pen.drawImage(
      bitmap,
      x * bitmap.width - side / 2,
      y * bitmap.height - side / 2,
      side,
      side,
      0,
      0,
      CROP_PX,
      CROP_PX,
    );
  }, [bitmap, x, y]);
  return <canvas ref={canvas} width={CROP_PX} height={CROP_PX} />;
}

/** The give-aways that a step cures: each in a word and as it looked before, and put back with one press. */
export function PlacesParam({ place, step, name, value }: ParamProps) {
  const rows = value as Rows;
  const bench = useBench((s) => s.bench);
  const source = bench ? (sourceKey(presentPlate(bench).plate) ?? '') : '';
  const recipe = bench ? recipeOf(bench) : null;
  if (!bench || !recipe || rows.length === 0)
    return <span className="note">Press a give-away in Prove: it is cured here.</span>;
  const away = (row: number) => {
    setParam(
      place,
      name,
      rows.filter((_, k) => k !== row),
    );
    settle(`${step}: ${FLAWS[Math.round(rows[row][0])]} put back`);
  };
  return <Places rows={rows} source={source} recipe={recipe} place={place} onAway={away} />;
}

interface PlacesProps {
  rows: Rows;
  source: string;
  recipe: ReturnType<typeof recipeOf>;
  place: number;
  onAway: (row: number) => void;
}

function Places({ rows, source, recipe, place, onAway }: PlacesProps) {
  const before = useStepView(source, recipe, place - 1);
  return (
    <ul className="cured-places" aria-label="Give-aways that are cured">
      {rows.map(([what, x, y], k) => (
        <li key={k}>
          <span className="shot">{before && <Crop bitmap={before.bitmap} x={x} y={y} />}</span>
          <b>{FLAWS[Math.round(what)]}</b>
          <button className="small" aria-label={`Put the ${FLAWS[Math.round(what)]} back`} onClick={() => onAway(k)}>
            put it back
          </button>
        </li>
      ))}
    </ul>
  );
}
