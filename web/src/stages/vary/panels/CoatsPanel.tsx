import type { Bench } from '@amber-stamp/core/bench';
import { brushSchema, JOINS, mostOf, plainBrush, type Coat } from '@amber-stamp/core/model';
import { portraitStroke } from '@amber-stamp/core/path';
import { plateTitle } from '@amber-stamp/core/raster';
import { MenuItem, Select } from '@mui/material';
import { useMemo, useState } from 'react';
import { asPlate, type Picked } from '../../../bench/picker/picked.ts';
import { Picker } from '../../../bench/picker/Picker.tsx';
import { coatOf, coatPlace, dropUnused, putPlate } from '../../../bench/coat.ts';
import { useBenchEye } from '../../../bench/eye.ts';
import { change, presentBench } from '../../../bench/store.ts';
import { Choices } from '../../../parts/Choices.tsx';
import { AwayIcon, MutedIcon, MuteIcon } from '../../../parts/icons.tsx';
import { whyJoin } from '../no-effect.ts';
import { InkProof } from '../../../bench/parts/InkProof.tsx';

const MAX_COATS = mostOf(brushSchema.fields.coats);
const JOIN_WORDS: Record<Coat['join'], string> = {
  over: 'covers what is below',
  mask: 'keeps what is below only where it prints',
  cut: 'takes what is below away',
  multiply: 'multiplies',
  screen: 'screens',
  darken: 'darkens',
  lighten: 'lightens',
  difference: 'differs',
};
const PROOF = { width: 250, height: 64 };
const STROKE = portraitStroke(PROOF.width * 2, PROOF.height * 2).strokes;

/** Mute, solo, and away with it. */
const CoatTools = ({ bench, place }: { bench: Bench; place: number }) => {
  const { coats } = bench.brush;
  const { muted } = coats[place];
  const label = `Coat ${place + 1}`;
  const solo = !muted && coats.every((coat, k) => k === place || coat.muted);
  return (
    <span className="card-tools">
      <button
        className="tool"
        aria-label={`Mute ${label}`}
        title={muted ? 'Let it print again' : 'Mute: the stroke without it'}
        aria-pressed={muted}
        onClick={() =>
          change(`${label} ${muted ? 'prints again' : 'muted'}`, (d) => void (d.brush.coats[place].muted = !muted))
        }
      >
        {muted ? <MutedIcon size={15} /> : <MuteIcon size={15} />}
      </button>
      <button
        className="small"
        aria-pressed={solo}
        aria-label={`Solo ${label}`}
        onClick={() =>
          change(solo ? 'all coats print' : `${label} alone`, (d) =>
            d.brush.coats.forEach((coat, k) => void (coat.muted = !solo && k !== place)),
          )
        }
      >
        {solo ? 'all' : 'solo'}
      </button>
      <button
        className="tool"
        aria-label={`Take ${label} away`}
        onClick={() =>
          change(`${label} taken away`, (d) => {
            d.brush.coats.splice(place, 1);
            d.brush.coats[0].join = 'over';
            dropUnused(d);
          })
        }
      >
        <AwayIcon size={13} />
      </button>
    </span>
  );
};

const JoinChoice = ({ label, place, join: chosen }: { label: string; place: number; join: Coat['join'] }) => (
  <Select
    variant="standard"
    value={chosen}
    slotProps={{ input: { 'aria-label': `How ${label} joins` } }}
    onChange={(e) =>
      change(`${label} ${JOIN_WORDS[e.target.value]}`, (d) => void (d.brush.coats[place].join = e.target.value))
    }
  >
    {JOINS.map((join) => (
      <MenuItem key={join} value={join}>
        {JOIN_WORDS[join]}
      </MenuItem>
    ))}
  </Select>
);

function CoatCard({ bench, place, chosen }: { bench: Bench; place: number; chosen: boolean }) {
  const coat = bench.brush.coats[place];
  const alone = useMemo(() => ({ ...bench.brush, coats: [{ ...coat, muted: false }] }), [bench.brush, coat]);
  const label = `Coat ${place + 1}`;
  const idle = place > 0 ? whyJoin(bench.brush.coats, place) : undefined;
  return (
    <li className={`card coat ${chosen ? 'on' : ''} ${coat.muted ? 'off' : ''}`} aria-label={label}>
      <button
        className="plain text"
        aria-pressed={chosen}
        onClick={() => useBenchEye.setState({ coat: place, plate: null })}
      >
        <b>{label}</b>
        <span className="sub">
          {coat.deck.cards.length === 1 ? plateTitle(coat.deck.cards[0].plate) : `${coat.deck.cards.length} tips`}
        </span>
      </button>
      {bench.brush.coats.length > 1 && <CoatTools bench={bench} place={place} />}
      <div className="coat-proof">
        <InkProof
          view={`coat ${place}`}
          label={`${label} alone`}
          brush={alone}
          plates={bench.plates}
          strokes={STROKE}
          scale={(width) => width / (PROOF.width * 2)}
          ground="white"
          calm
        />
      </div>
      {place > 0 && <JoinChoice label={label} place={place} join={coat.join} />}
      {idle && <p className="note">{idle}</p>}
    </li>
  );
}

/** How a taken plate comes to the brush: as one more coat that joins so, or as the tip of the coat that is looked at. */
const COMES_AS = ['over', 'mask', 'cut', 'tip'] as const;
type ComesAs = (typeof COMES_AS)[number];
const COMES_WORDS: Record<ComesAs, string> = {
  over: 'covering',
  mask: 'as a mask',
  cut: 'taking away',
  tip: 'as its tip',
};

async function takePlate(picked: Picked, as: ComesAs): Promise<void> {
  const taken = await asPlate(picked, 'tip');
  if (!taken) return;
  const title = plateTitle(taken.name);
  const place = presentBench().brush.coats.length;
  change(as === 'tip' ? `${title} as the tip` : `a coat of ${title}`, (d) => {
    const plate = putPlate(d, taken);
    if (as === 'tip') {
      coatOf(d).deck.cards[0].plate = plate;
      dropUnused(d);
      return;
    }
    d.brush.coats.push({ ...plainBrush('', plate).coats[0], join: as });
    d.brush.coats[place].properties.size.rest = d.brush.coats[0].properties.size.rest;
  });
  useBenchEye.setState({ coat: as === 'tip' ? coatPlace(presentBench()) : place, plate: null });
}

/** One more coat from a plate or a source, with how it joins; or another tip in the place of the one there is. */
function OneMore({ full }: { full: boolean }) {
  const [as, setAs] = useState<ComesAs>('over');
  const chosen = full ? 'tip' : as;
  return (
    <Picker
      label={full ? 'Another tip from …' : 'One more coat from …'}
      offers={['plates', 'sources']}
      head={
        !full && (
          <Choices
            label="How it comes"
            value={chosen}
            options={COMES_AS.map((one) => [one, COMES_WORDS[one]] as const)}
            onChange={setAs}
          />
        )
      }
      onTake={(picked) => takePlate(picked, chosen)}
    />
  );
}

/** One to four coats, the lowest first; the rows show the chosen one. */
export function CoatsPanel({ bench }: { bench: Bench }) {
  const chosen = coatPlace(bench);
  const { coats } = bench.brush;
  return (
    <section className="panel" aria-label="Coats">
      <h3>Coats</h3>
      <p className="note">Each has its own deck, rows, ink and grain. The rows show the chosen one.</p>
      <ul className="cards">
        {coats.map((_, place) => (
          <CoatCard key={place} bench={bench} place={place} chosen={place === chosen} />
        ))}
      </ul>
      {coats.length < MAX_COATS && (
        <button
          className="link"
          onClick={() => {
            change(
              'a coat more',
              (d) => void d.brush.coats.push({ ...structuredClone(bench.brush.coats[chosen]), join: 'over' }),
            );
            useBenchEye.setState({ coat: coats.length, plate: null });
          }}
        >
          One more coat, like this one
        </button>
      )}
      <OneMore full={coats.length >= MAX_COATS} />
    </section>
  );
}
