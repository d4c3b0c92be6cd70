import type { Bench } from '@amber-stamp/core/bench';
import { plateTitle } from '@amber-stamp/core/raster';
import { useNavigate, useParams } from 'react-router';
import { tryCures } from '../../bench/cures.ts';
import { singleKey, TOGETHER, useSingles } from '../../bench/cures-ahead.ts';
import { useEcho } from '../../bench/echo.ts';
import { usePlates } from '../../bench/plates.ts';
import { PlateView } from '../../parts/PlateView.tsx';
import { grainNote, NOTICED, timesAlong } from '../../bench/comes-back.ts';
import type { EchoView, GiveAwayView } from '../../engine/protocol/prove.ts';
import { CURE_WORDS, giveAwayWords, openCure, openCures } from './cure.ts';
import { HeatView } from './HeatView.tsx';
import { useMarked, WHOLE } from './marked.ts';

const MAX_SHOWN = 4;

/** Where a mark lies over the square picture of a plate, percent. */
function spot({ box }: GiveAwayView, { width, height }: { width: number; height: number }) {
  const longest = Math.max(width, height);
  const x = box.x + box.w / 2 + (longest - width) / 2;
  const y = box.y + box.h / 2 + (longest - height) / 2;
  // a border is marked in its corner, not in the middle of the tip
  return { left: `${(100 * x) / longest}%`, top: `${(100 * y) / longest}%` };
}

function Marked({ bench, all }: { bench: Bench; all: readonly GiveAwayView[] }) {
  const chosen = useMarked((s) => s.giveAway) ?? 0;
  const first = all[Math.min(Math.max(0, chosen), all.length - 1)];
  const plate = usePlates((s) => s.ready[first.plate]?.plate);
  if (!plate) return <div className="tip-marked" />;
  return (
    <div className="tip-marked">
      <PlateView plate={plate} label={`The tip ${plateTitle(first.plate)}`} most={264} />
      <HeatView bench={bench} coat={first.coat} card={first.card} plate={plate} />
      {all.map(
        (g, i) =>
          g.plate === first.plate && (
            <button
              key={i}
              className="give-mark"
              style={g.place.what === 'border' ? { left: '10%', top: '10%' } : spot(g, plate)}
              aria-label={`Give-away ${i + 1}: ${giveAwayWords(g)}`}
              aria-pressed={i === chosen}
              onClick={() => useMarked.setState({ giveAway: i, lag: null })}
            >
              {i + 1}
            </button>
          ),
      )}
    </div>
  );
}

function Entry({ bench, g, number }: { bench: Bench; g: GiveAwayView; number: number }) {
  const navigate = useNavigate();
  const { id = '' } = useParams();
  const cuttable = Boolean(bench.plates[g.plate]?.recipe);
  const mark = () => useMarked.setState({ giveAway: number - 1, lag: null });
  const helping = useSingles((s) => s[singleKey(g)]) as boolean | undefined;
  return (
    <li onPointerEnter={mark} onFocus={mark}>
      <b>
        {number} {giveAwayWords(g)}
      </b>
      <span className="strength" title="How strongly it is recognised, of 100">
        {Math.round(g.strength)}
      </span>
      <div className="note">{g.seen > 1 ? `seen again ${g.seen} times` : 'seen faintly'}</div>
      {!cuttable && <span className="note">this plate came without a source: it cannot be cut here</span>}
      {cuttable && helping && (
        <button
          className="link"
          onClick={() => {
            if (openCure(g)) void navigate(`/brush/${id}/cut`);
          }}
        >
          {CURE_WORDS[g.place.what]}
        </button>
      )}
      {cuttable && !helping && (
        <span className="note">
          {helping === undefined ? 'trying to cure it …' : 'cured by itself, it changes nothing'}
        </span>
      )}
    </li>
  );
}

/** What comes back that is no single place of a tip: an outline as a whole, or the tile of a grain. */
function WholeEntry({
  what,
  strength,
  note,
  onMark,
}: {
  what: string;
  strength: number;
  note: string;
  onMark: () => void;
}) {
  return (
    <li onPointerEnter={onMark} onFocus={onMark}>
      <b>{what}</b>
      <span className="strength" title="How strongly it is recognised, of 100">
        {Math.round(strength)}
      </span>
      <div className="note">{note}</div>
      <button className="link" onClick={() => void tryCures()}>
        try what hides it
      </button>
    </li>
  );
}

/** How strongly a band is known again by its repeat; 0 where none returns. */
const repeatStrength = ({ likeness, inside, outline }: EchoView): number =>
  (likeness?.repeatPx ?? 0) > 0 ? Math.max(inside, outline) : 0;

/** The strongest of what is known again as a whole. */
const wholeStrength = (told: EchoView): number => Math.max(told.whole?.strength ?? 0, told.grain, repeatStrength(told));

/** A tip without marks. */
function Tip({ plate: name }: { plate: string }) {
  const plate = usePlates((s) => s.ready[name]?.plate);
  return (
    <div className="tip-marked">
      {plate && <PlateView plate={plate} label={`The tip ${plateTitle(name)}`} most={264} />}
    </div>
  );
}

function Wholes({ told }: { told: EchoView }) {
  const { whole, grain, likeness } = told;
  const mark = (giveAway: number | null) => () => useMarked.setState({ giveAway, lag: null });
  return (
    <>
      {whole && whole.strength >= NOTICED && (
        <WholeEntry
          what="its whole outline"
          strength={whole.strength}
          note={`plain to see at ${whole.seen} of ${whole.looked} dabs`}
          onMark={mark(WHOLE)}
        />
      )}
      {likeness && repeatStrength(told) >= NOTICED && (
        <WholeEntry
          what="the repeat of its band"
          strength={repeatStrength(told)}
          note={`comes back after ${Math.round(likeness.repeatPx)} px: ${timesAlong(told.spanPx, likeness.repeatPx)}`}
          onMark={mark(null)}
        />
      )}
      {likeness && likeness.grainPx > 0 && grain >= NOTICED && (
        <WholeEntry
          what="the tile of its grain"
          strength={grain}
          note={grainNote(likeness, told.spanPx)}
          onMark={mark(null)}
        />
      )}
    </>
  );
}

/** Cures at once all that is shown, where that was tried and helps more than any of them alone. */
function CureAll({ bench, all }: { bench: Bench; all: readonly GiveAwayView[] }) {
  const navigate = useNavigate();
  const { id = '' } = useParams();
  const helping = useSingles((s) => s[TOGETHER]) as boolean | undefined;
  if (!helping || all.length < 2 || !all.every(({ plate }) => bench.plates[plate]?.recipe)) return null;
  return (
    <button
      className="link"
      onClick={() => {
        if (openCures(all)) void navigate(`/brush/${id}/cut`);
      }}
    >
      cure all {all.length}
    </button>
  );
}

/** The places of the tips that cause the echo: a glow, numbered marks, and what to do about each. */
export function GiveAways({ bench }: { bench: Bench }) {
  const told = useEcho((s) => s.told);
  const all = (told?.giveAways ?? []).filter(({ plate }) => bench.plates[plate]).slice(0, MAX_SHOWN);
  const wholes = told && wholeStrength(told) >= NOTICED;
  // the strongest stands on top
  const first = told !== null && wholeStrength(told) >= (all[0]?.strength ?? 0);
  return (
    <section aria-label="What gives it away">
      <div className="top">
        <h2>What gives it away</h2>
        <CureAll bench={bench} all={all} />
      </div>
      {all.length === 0 && !wholes ? (
        <p className="note" style={{ padding: '0 16px 10px', margin: 0 }}>
          {told?.looked
            ? told.echo < 15
              ? 'Nothing on the tips stands out. This stroke hardly repeats.'
              : 'No single place stands out: it is the tip as a whole that comes back. Try the cures.'
            : 'Looking at the tips …'}
        </p>
      ) : (
        <div className="give-aways">
          {all.length > 0 ? <Marked bench={bench} all={all} /> : told?.whole && <Tip plate={told.whole.plate} />}
          <ol>
            {told && first && <Wholes told={told} />}
            {all.map((g, i) => (
              <Entry key={`${g.plate} ${i}`} bench={bench} g={g} number={i + 1} />
            ))}
            {told && !first && <Wholes told={told} />}
          </ol>
        </div>
      )}
    </section>
  );
}
