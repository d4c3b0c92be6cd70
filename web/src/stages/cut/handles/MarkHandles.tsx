import type Konva from 'konva';
import { useEffect, useRef, useState } from 'react';
import { Circle, Layer, Rect } from 'react-konva';
import { settle } from '../../../bench/store.ts';
import { useMarker } from '../marker.ts';
import { setParam } from '../steps.ts';
import { AMBER, round, rowsOf, shareAt, type HandleProps } from './shared.ts';

const MOST_NUMBERS = 5990;

/** Draws on the picture: every stroke is kept with its pressure, and can be taken back. */
export function MarkHandles({ place, step, width, height }: HandleProps) {
  const marks = rowsOf(step, 'marks');
  const { goal, radiusPct, soft } = useMarker();
  const layer = useRef<Konva.Layer>(null);
  const mark = useRef<number[] | null>(null);
  const [at, setAt] = useState<[number, number] | null>(null);
  const pressure = (e: PointerEvent) => (e.pointerType === 'mouse' || e.pressure === 0 ? 1 : e.pressure);
  const radius = (radiusPct / 100) * Math.max(width, height);
  const down = (e: Konva.KonvaEventObject<PointerEvent>) => {
    const here = shareAt(e);
    if (!here) return;
    mark.current = [goal, radiusPct / 100, soft, round(here[0]), round(here[1]), round(pressure(e.evt))];
    setParam(place, 'marks', [...marks, mark.current]);
  };
  const move = (e: Konva.KonvaEventObject<PointerEvent>) => {
    const here = shareAt(e);
    if (!here) return;
    setAt(here);
    const now = mark.current;
    if (!now || now.length > MOST_NUMBERS) return;
    mark.current = [...now, round(here[0]), round(here[1]), round(pressure(e.evt))];
    setParam(place, 'marks', [...marks.slice(0, -1), mark.current]);
  };
  const up = () => {
    if (!mark.current) return;
    mark.current = null;
    settle(goal === 0 ? 'painted out' : 'painted in');
  };
  // on the stage itself, which hears a press before anything on it has been drawn
  useEffect(() => {
    const stage = layer.current?.getStage();
    stage?.on('pointerdown.mark', down);
    stage?.on('pointermove.mark', move);
    stage?.on('pointerup.mark', up);
    return () => {
      stage?.off('.mark');
    };
  });
  return (
    <Layer ref={layer} onPointerLeave={() => setAt(null)}>
      <Rect width={width} height={height} />
      {at && (
        <Circle
          x={at[0] * width}
          y={at[1] * height}
          radius={radius}
          stroke={AMBER}
          strokeWidth={1.2}
          listening={false}
        />
      )}
    </Layer>
  );
}
