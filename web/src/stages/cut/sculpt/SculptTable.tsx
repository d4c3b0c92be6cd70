import { rowOfStroke, type Bench, type Rows, type SculptStroke } from '@amber-stamp/core';
import { useEffect, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { presentPlate } from '../../../bench/edit.ts';
import { usePlates } from '../../../bench/plates.ts';
import { change } from '../../../bench/store.ts';
import { LampDial } from '../../../parts/LampDial.tsx';
import { live, settle } from '../../../bench/store.ts';
import { SurfaceScene, type Hit } from '../../../parts/surface-scene.ts';
import { useBoxSize } from '../../../parts/useBoxSize.ts';
import { recipeOf, setParam } from '../steps.ts';
import { useChisel } from './chisel.ts';
import { useClay } from './useClay.ts';

const DEG_PER_PX = 0.4;
const KEY_DEG = 6;
/** All of the clay and a little beside it, to take hold of and turn. */
const ZOOM = 1.2;
const MOST_NUMBERS = 5990;
const round = (v: number): number => Math.round(v * 1e5) / 1e5;

interface Grip {
  kind: 'work' | 'pull' | 'turn';
  x: number;
  y: number;
  hit: Hit | undefined;
  stroke: SculptStroke | undefined;
}

/** A place of the clay in shares of its side, from its upper left corner. */
const shareOf = ({ at: [x, y] }: Hit): [number, number] => [round((x + 1) / 2), round((1 - y) / 2)];
const pressureOf = (e: PointerEvent): number => (e.pointerType === 'mouse' || e.pressure === 0 ? 1 : round(e.pressure));

/** The clay of a sculpt step on a turntable: the hand works on it, and every stroke is kept in the recipe. */
export function SculptTable({ bench, place }: { bench: Bench; place: number }) {
  const field = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const ring = useRef<HTMLDivElement>(null);
  const scene = useRef<SurfaceScene | null>(null);
  const grip = useRef<Grip | null>(null);
  const box = useBoxSize(field);
  const { name, plate } = presentPlate(bench);
  const recipe = recipeOf(bench);
  const step = recipe.steps[place];
  const strokes = step.strokes as Rows;
  const lost = usePlates((s) => s.ready[name]?.report?.facts[place]?.lostPct);
  const { yawDeg, pitchDeg, radiusPct } = useChisel();
  const { lamp } = bench.sheet;
  const show = () => {
    if (!scene.current || box.width === 0) return;
    scene.current.resize(box.width, box.height);
    scene.current.look(yawDeg, pitchDeg, ZOOM, lamp);
    scene.current.render();
  };
  useEffect(() => {
    if (!canvas.current) return;
    const made = new SurfaceScene(canvas.current, 512);
    made.setShape('plane');
    scene.current = made;
    return () => {
      made.dispose();
      scene.current = null;
    };
  }, []);
  const clay = useClay(scene, plate.source ?? '', recipe, place, show);
  useEffect(show);

  const at = (event: PointerEvent<HTMLElement>): [number, number] => {
    const frame = event.currentTarget.getBoundingClientRect();
    return [event.clientX - frame.left, event.clientY - frame.top];
  };
  const showRing = (x: number, y: number) => {
    const { current } = ring;
    if (!current || !scene.current) return;
    const radius = scene.current.pxOf((2 * radiusPct) / 100);
    Object.assign(current.style, {
      left: `${x - radius}px`,
      top: `${y - radius}px`,
      width: `${2 * radius}px`,
      height: `${2 * radius}px`,
    });
  };
  const begun = (hit: Hit, event: PointerEvent): SculptStroke => {
    const now = useChisel.getState();
    return {
      tool: now.tool,
      radius: round(now.radiusPct / 100),
      strength: now.strengthPct / 100,
      mirror: now.mirror,
      sectors: now.sectors,
      places: [[...shareOf(hit), now.tool === 'pull' ? 1 : pressureOf(event)]],
      by: now.tool === 'pull' ? [0, 0, 0] : undefined,
    };
  };
  const down = (event: PointerEvent<HTMLElement>) => {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const [x, y] = at(event);
    const hit = event.altKey ? undefined : scene.current?.hitClay(x, y);
    const stroke = hit && begun(hit, event);
    grip.current = { kind: !stroke ? 'turn' : stroke.tool === 'pull' ? 'pull' : 'work', x, y, hit, stroke };
    if (stroke && stroke.tool !== 'pull') clay.hand(rowOfStroke(stroke));
  };
  const move = (event: PointerEvent<HTMLElement>) => {
    const [x, y] = at(event);
    showRing(x, y);
    const held = grip.current;
    if (!held) return;
    if (held.kind === 'turn') {
      useChisel.setState(({ yawDeg: yaw, pitchDeg: pitch }) => ({
        yawDeg: yaw - (x - held.x) * DEG_PER_PX,
        pitchDeg: Math.max(-85, Math.min(85, pitch + (y - held.y) * DEG_PER_PX)),
      }));
      Object.assign(held, { x, y });
      return;
    }
    if (!held.stroke || !held.hit || !scene.current) return;
    if (held.kind === 'pull') {
      const way = useChisel.getState().outwards
        ? scene.current.outwards(held.y - y)
        : scene.current.withScreen(held.hit, x, y);
      held.stroke = { ...held.stroke, by: [round(way[0] / 2), round(way[1] / 2), round(way[2] / 2)] };
    } else {
      const hit = scene.current.hitClay(x, y);
      if (!hit || held.stroke.places.length * 3 > MOST_NUMBERS) return;
      held.stroke = { ...held.stroke, places: [...held.stroke.places, [...shareOf(hit), pressureOf(event)]] };
    }
    clay.hand(rowOfStroke(held.stroke));
  };
  const up = () => {
    const stroke = grip.current?.stroke;
    grip.current = null;
    if (!stroke) return;
    setParam(place, 'strokes', [...strokes, rowOfStroke(stroke)]);
    settle(`clay: ${stroke.tool}`);
  };
  const keyed = (event: KeyboardEvent) => {
    const by = { ArrowLeft: [KEY_DEG, 0], ArrowRight: [-KEY_DEG, 0], ArrowUp: [0, -KEY_DEG], ArrowDown: [0, KEY_DEG] }[
      event.key
    ];
    if (!by) return;
    event.preventDefault();
    useChisel.setState({ yawDeg: yawDeg + by[0], pitchDeg: Math.max(-85, Math.min(85, pitchDeg + by[1])) });
  };
  return (
    <section className="work" aria-label="Clay" style={{ gridTemplateRows: 'minmax(0, 1fr) auto' }}>
      <div className="proof object" style={{ padding: 0 }}>
        <div
          ref={field}
          className="object-field surface"
          tabIndex={0}
          role="group"
          aria-label="The clay: drag to work on it, with Alt or beside it to turn it; arrows turn it"
          data-testid="clay"
          data-strokes={strokes.length}
          onPointerDown={down}
          onPointerMove={move}
          onPointerUp={up}
          onPointerCancel={up}
          onKeyDown={keyed}
        >
          <canvas ref={canvas} aria-hidden />
          <div ref={ring} className="hand-ring" />
        </div>
        <span className="tag">
          drag to work, with Alt or beside the clay to turn it{' '}
          {(yawDeg !== 0 || pitchDeg !== 0) && (
            <button className="small" onClick={() => useChisel.setState({ yawDeg: 0, pitchDeg: 0 })}>
              from above
            </button>
          )}
        </span>
        <div className="lamp-corner">
          <LampDial
            lamp={lamp}
            onLive={(l) => live((d) => void (d.sheet.lamp = l))}
            onDone={() => settle('lamp moved')}
          />
        </div>
      </div>
      <div className="strip">
        <span>
          <b>{strokes.length}</b> {strokes.length === 1 ? 'stroke' : 'strokes'}, each can be taken back
        </span>
        <span>
          {typeof lost === 'number' && lost > 0.05 ? (
            <>
              <span className="bad">{lost.toFixed(1)} % hangs over</span> and is lost in heights; a displacement keeps
              it
            </>
          ) : (
            'nothing hangs over: heights tell it all'
          )}
        </span>
        <span>
          {strokes.length > 0 && (
            <button
              className="small"
              onClick={() => change('the clay as it came', (d) => void (recipeOf(d).steps[place].strokes = []))}
            >
              begin anew
            </button>
          )}
        </span>
      </div>
    </section>
  );
}
