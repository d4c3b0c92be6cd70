import type { Bench } from '@amber-stamp/core/bench';
import { choiceParam } from '@amber-stamp/core/cut';
import { inkSchema, mostOf, MEETS, type Coat, type CoatInk } from '@amber-stamp/core/model';
import { coatOf, editCoat } from '../../../bench/coat.ts';
import { change, settle } from '../../../bench/store.ts';
import { ColourInput } from '../../../parts/ColourInput.tsx';
import { NumberField } from '../../../parts/NumberField.tsx';
import { AwayIcon } from '../../../parts/icons.tsx';
import { Setting } from './Setting.tsx';

const MEET_HELP: Record<Coat['meet'], string> = {
  build: 'Each dab goes part of the way to the ceiling: dabs build up, and never past it.',
  lighten: 'Where dabs overlap the one that prints more stays.',
  darken: 'Where dabs overlap the one that prints less stays.',
  difference: 'Where dabs overlap they take each other away.',
  add: 'Dabs add up, up to the ceiling.',
  best: 'The best coverage of any dab stays; flow does not thin it.',
  dissolve: 'Each pixel prints wholly or not at all, as often as the flow says.',
};
const MEET_WORDS: Record<Coat['meet'], string> = {
  build: 'build up',
  lighten: 'the one that prints more',
  darken: 'the one that prints less',
  difference: 'difference',
  add: 'add up',
  best: 'keep the strongest',
  dissolve: 'dissolve',
};
const CROSSING = choiceParam(
  'Where it crosses itself',
  ['build', 'even'],
  'build',
  'Whether a stroke that comes back over itself builds up further, as two strokes do, or stays as even as paint that is still wet.',
);
const FIXED = choiceParam(
  'Size',
  ['sheet', 'screen'],
  'sheet',
  'Fixed on the screen, a dab stays as large when you zoom.',
);

interface ColourProps {
  label: string;
  value: string | null;
  none: string;
  onLive: (colour: string) => void;
  onNone: () => void;
}

function ColourRow({ label, value, none, onLive, onNone }: ColourProps) {
  return (
    <div className="param wide">
      <span className="note">{label}</span>
      <span style={{ display: 'flex', gap: 10, alignItems: 'center' }}>
        <ColourInput
          label={label}
          value={value ?? '#000000'}
          style={value === null ? { opacity: 0.4 } : undefined}
          onLive={onLive}
          onDone={() => settle(label.toLowerCase())}
        />
        {value === null ? (
          <span className="note">{none}</span>
        ) : (
          <button className="small" onClick={onNone}>
            without
          </button>
        )}
      </span>
    </div>
  );
}

type Stops = CoatInk['gradient'];
const PERCENT = { min: 0, max: 100 };
const MAX_STOPS = mostOf(inkSchema.fields.gradient);

const setStops = (what: string, next: Stops): void =>
  change(what, (d) => void (coatOf(d).ink.gradient = [...next].sort((a, b) => a[0] - b[0])));

/** The middle of the widest stretch without a colour. */
const widestGap = (stops: Stops): number =>
  stops.reduce(
    (best, [at], i) => {
      const gap = (stops[i + 1]?.[0] ?? at) - at;
      return gap > best.gap ? { gap, at: at + gap / 2 } : best;
    },
    { gap: 0, at: 0.5 },
  ).at;

function GradientStop({ stops, place: i }: { stops: Stops; place: number }) {
  const [at, colour] = stops[i];
  return (
    <div className="param wide">
      <NumberField
        label={`Place of colour ${i + 1}`}
        className="underline"
        limits={PERCENT}
        value={at * 100}
        onEnter={(pct) => {
          const place = pct / 100;
          if (stops.some(([other], k) => k !== i && other === place)) return;
          setStops(
            'place of a colour',
            stops.map((s, k) => (k === i ? [place, s[1]] : s)),
          );
        }}
      />
      <span style={{ display: 'flex', gap: 10, alignItems: 'center' }}>
        <ColourInput
          label={`Colour ${i + 1}`}
          value={colour}
          onLive={(picked) => editCoat((c) => void (c.ink.gradient[i][1] = picked))}
          onDone={() => settle('a colour by coverage')}
        />
        <button
          className="tool"
          aria-label={`Take colour ${i + 1} away`}
          onClick={() =>
            setStops(
              'a colour taken away',
              stops.filter((_, k) => k !== i),
            )
          }
        >
          <AwayIcon size={13} />
        </button>
      </span>
    </div>
  );
}

/** Colours by coverage: the faintest print at the left, the fullest at the right. */
function Gradient({ stops }: { stops: Stops }) {
  const css = stops.map(([at, colour]) => `${colour} ${at * 100}%`).join(', ');
  if (stops.length === 0)
    return (
      <button
        className="small"
        onClick={() =>
          setStops('colours by coverage', [
            [0, '#d9c8a0'],
            [1, '#2a211c'],
          ])
        }
      >
        colour by coverage
      </button>
    );
  return (
    <div aria-label="Colours by coverage" role="group">
      <div className="gradient" style={{ background: `linear-gradient(90deg, ${css})` }} />
      {stops.map((_, i) => (
        <GradientStop key={i} stops={stops} place={i} />
      ))}
      {stops.length < MAX_STOPS && (
        <button
          className="small"
          onClick={() => setStops('a colour more', [...stops, [widestGap(stops), stops[0][1]]])}
        >
          one more colour
        </button>
      )}
    </div>
  );
}

/** How dabs meet, the inks, and where the size is fixed. The rows of tint stand below. */
export function InkPanel({ bench }: { bench: Bench }) {
  const { meet, crossing, ink, sizeFixedTo } = coatOf(bench);
  const param = { ...choiceParam('Overlap', MEETS, 'build', MEET_HELP[meet]), words: MEET_WORDS };
  return (
    <section className="panel" aria-label="Ink">
      <h3>Ink</h3>
      <Setting param={param} value={meet} onLive={(v) => editCoat((c) => void (c.meet = v as Coat['meet']))} />
      <p className="note">{MEET_HELP[meet]}</p>
      {(meet === 'build' || meet === 'add') && (
        <Setting
          param={CROSSING}
          value={crossing}
          onLive={(v) => editCoat((c) => void (c.crossing = v as Coat['crossing']))}
        />
      )}
      <ColourRow
        label="First ink"
        value={ink.colour}
        none="black, on black white"
        onLive={(v) => editCoat((c) => void (c.ink.colour = v))}
        onNone={() => change('first ink black', (d) => void (coatOf(d).ink.colour = null))}
      />
      <ColourRow
        label="Second ink"
        value={ink.second}
        none="none: the row Mix does nothing"
        onLive={(v) => editCoat((c) => void (c.ink.second = v))}
        onNone={() => change('no second ink', (d) => void (coatOf(d).ink.second = null))}
      />
      <Gradient stops={ink.gradient} />
      <Setting
        param={FIXED}
        value={sizeFixedTo}
        onLive={(v) => editCoat((c) => void (c.sizeFixedTo = v as Coat['sizeFixedTo']))}
      />
    </section>
  );
}
