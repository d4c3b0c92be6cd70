import { choiceParam, numberParam } from '@amber-stamp/core/cut';
import { MAX_SECTORS, MIRRORS, SCULPT_TOOLS, type SculptTool } from '@amber-stamp/core/relief';
import { Choices } from '../../../parts/Choices.tsx';
import { ParamField } from '../../../parts/ParamField.tsx';
import { useChisel } from './chisel.ts';

const TOOL_HELP: Record<SculptTool, string> = {
  raise: 'Lifts the clay along its own direction.',
  lower: 'Presses it in.',
  smooth: 'Evens it out.',
  flatten: 'Brings it to the plane through its middle.',
  scrape: 'Takes off what stands above that plane.',
  pinch: 'Draws it together towards the way of the hand.',
  crease: 'Draws it together and presses it in: a sharp line.',
  pull: 'Takes hold of it and carries it along; it may hang over.',
};
const RADIUS = numberParam('Radius', '%', [0.5, 50, 0.1], 9, 'Of the hand, in percent of the side.');
const STRENGTH = numberParam('Strength', '%', [1, 100, 1], 50, 'How much one pass does; the pen counts besides.');
const MIRROR = choiceParam('Mirror', MIRRORS, 'none', 'What is done at one side is done at the other.');
const SECTORS = numberParam('Sectors', '', [1, MAX_SECTORS, 1], 1, 'So many times about the middle.');
const WAY = choiceParam(
  'Way',
  ['with the screen', 'out of the clay'],
  'with the screen',
  'Where a pull carries the clay.',
);

/** The hand that sculpts: what it does, how large and strong it is, and where it is repeated. */
export function SculptControls() {
  const { tool, radiusPct, strengthPct, mirror, sectors, outwards } = useChisel();
  const set = (values: Partial<ReturnType<typeof useChisel.getState>>) => useChisel.setState(values);
  const nothing = () => undefined;
  return (
    <>
      <Choices
        label="The hand"
        value={tool}
        options={SCULPT_TOOLS.map((name) => [name, name] as const)}
        onChange={(next) => set({ tool: next })}
      />
      <span className="note">{TOOL_HELP[tool]}</span>
      <ParamField param={RADIUS} value={radiusPct} onLive={(v) => set({ radiusPct: Number(v) })} onDone={nothing} />
      <ParamField
        param={STRENGTH}
        value={strengthPct}
        onLive={(v) => set({ strengthPct: Number(v) })}
        onDone={nothing}
      />
      <ParamField
        param={SECTORS}
        value={sectors}
        onLive={(v) => set({ sectors: Math.round(Number(v)) })}
        onDone={nothing}
      />
      <ParamField
        param={MIRROR}
        value={MIRRORS[mirror]}
        onLive={(v) => set({ mirror: MIRRORS.indexOf(v as (typeof MIRRORS)[number]) })}
        onDone={nothing}
      />
      {tool === 'pull' && (
        <ParamField
          param={WAY}
          value={outwards ? 'out of the clay' : 'with the screen'}
          onLive={(v) => set({ outwards: v === 'out of the clay' })}
          onDone={nothing}
        />
      )}
      <span className="note">Lines first, volumes after, and nothing near the rim: then no dab shows a square.</span>
    </>
  );
}
