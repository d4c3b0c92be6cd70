import type { Bench } from '@amber-stamp/core/bench';
import { choiceParam, RELATIVES, type Relative } from '@amber-stamp/core/cut';
import { asMade, type Shapes } from '@amber-stamp/core/make';
import { cardSchema, DEALS, deckSchema, limitsOf, mostOf, type Card, type Deck } from '@amber-stamp/core/model';
import { plateTitle } from '@amber-stamp/core/raster';
import { useSortable } from '@dnd-kit/sortable';
import { Menu, MenuItem, Tooltip } from '@mui/material';
import { useState } from 'react';
import { coatOf, dropUnused, editCoat, freePlateName, putPlate } from '../../../bench/coat.ts';
import { cutFurther } from '../../../bench/cut-further.ts';
import { useBenchEye } from '../../../bench/eye.ts';
import { asPlate, type Offer, type Picked } from '../../../bench/picker/picked.ts';
import { Picker } from '../../../bench/picker/Picker.tsx';
import { sourceKey } from '../../../bench/plate-key.ts';
import { usePlates } from '../../../bench/plates.ts';
import { change, settle } from '../../../bench/store.ts';
import { AwayIcon, GripIcon, MutedIcon, MuteIcon } from '../../../parts/icons.tsx';
import { NumberField } from '../../../parts/NumberField.tsx';
import { PlateView } from '../../../parts/PlateView.tsx';
import { SortList } from '../../../parts/SortList.tsx';
import { BandSettings } from './BandSettings.tsx';
import { Setting } from './Setting.tsx';
import { ShapePicker } from './ShapePicker.tsx';
import { settingOf } from '../../../parts/setting-of.ts';

const { cards: CARDS, softness } = deckSchema.fields;
/** What a card may be made from. */
const CARDS_FROM: readonly Offer[] = ['plates', 'sources'];
const MAX_CARDS = mostOf(CARDS);
const WEIGHT = limitsOf(cardSchema.fields.weight);
const DEAL_HELP: Record<Deck['deal'], string> = {
  'in-order': 'The cards from first to last, again and again.',
  shuffled: 'Every card once before any returns, never the same twice in a row.',
  chance: 'Drawn by chance, by their weights.',
  pressure: 'The first at the lightest touch, the last at the firmest.',
  tilt: 'The first with the pen upright, the last with it flat.',
};
const SOFTNESS = settingOf(softness, 'Changeover', '%', '0 changes at once; more mixes the two neighbours.');

interface CardProps {
  id: string;
  place: number;
  card: Card;
  cards: readonly Card[];
}

/** Mute, solo, and out of the deck. */
function CardTools({ place, cards }: Pick<CardProps, 'place' | 'cards'>) {
  const card = cards[place];
  const name = plateTitle(card.plate);
  const alone = cards.length > 1 && !card.muted && cards.every((c, k) => k === place || c.muted);
  const mute = (what: string, muted: (k: number) => boolean) =>
    change(what, (d) => coatOf(d).deck.cards.forEach((c, k) => void (c.muted = muted(k))));
  return (
    <span className="card-tools">
      <Tooltip title={card.muted ? 'Let it be dealt again' : 'Mute: it is not dealt'}>
        <button
          className="tool"
          aria-label={`Mute ${name}`}
          aria-pressed={card.muted}
          onClick={() =>
            mute(`${name} ${card.muted ? 'dealt again' : 'muted'}`, (k) => (k === place ? !card.muted : cards[k].muted))
          }
        >
          {card.muted ? <MutedIcon size={15} /> : <MuteIcon size={15} />}
        </button>
      </Tooltip>
      {cards.length > 1 && (
        <>
          <button
            className="small"
            aria-pressed={alone}
            onClick={() => mute(alone ? 'all cards dealt' : `${name} alone`, (k) => !alone && k !== place)}
          >
            {alone ? 'all' : 'solo'}
          </button>
          <button
            className="tool"
            aria-label={`Take ${name} out of the deck`}
            onClick={() =>
              change(`${name} out of the deck`, (d) => {
                coatOf(d).deck.cards.splice(place, 1);
                dropUnused(d);
              })
            }
          >
            <AwayIcon size={13} />
          </button>
        </>
      )}
    </span>
  );
}

function Weight({ place, card }: Pick<CardProps, 'place' | 'card'>) {
  const name = plateTitle(card.plate);
  return (
    <NumberField
      label={`Weight of ${name}`}
      className="underline"
      limits={WEIGHT}
      value={card.weight}
      onEnter={(weight) => {
        editCoat((c) => void (c.deck.cards[place].weight = weight));
        settle(`weight of ${name}`);
      }}
    />
  );
}

function CardRow({ id, place, card, cards }: CardProps) {
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id });
  const ready = usePlates((s) => s.ready[card.plate]);
  const looked = useBenchEye((s) => s.plate === card.plate);
  const name = plateTitle(card.plate);
  return (
    <li
      ref={setNodeRef}
      className={`card deck-card ${card.muted ? 'off' : ''} ${looked ? 'on' : ''}`}
      style={{ transform: transform ? `translate3d(0, ${transform.y}px, 0)` : undefined, transition }}
      aria-label={name}
    >
      <button className="grip" aria-label={`Move ${name}`} {...attributes} {...listeners}>
        <GripIcon size={16} />
      </button>
      <button
        className="plain shot"
        title="Cut and find work on this plate"
        aria-label={`Look at ${name}`}
        aria-pressed={looked}
        onClick={() => useBenchEye.setState({ plate: card.plate })}
      >
        {ready && <PlateView plate={ready.plate} label={name} most={96} />}
      </button>
      <span className="text">
        <b>{name}</b>
        <span className="sub">
          weight <Weight place={place} card={card} />{' '}
          <Picker
            label="another"
            name={`Another plate for ${name}`}
            offers={CARDS_FROM}
            onTake={(picked) => takeCard(picked, place)}
          />
        </span>
      </span>
      <CardTools place={place} cards={cards} />
    </li>
  );
}

/** Puts a plate into the deck: as one more card, or in the place of one that is there. */
async function takeCard(picked: Picked, place?: number): Promise<void> {
  const taken = await asPlate(picked, 'tip');
  if (!taken) return;
  const title = plateTitle(taken.name);
  change(place === undefined ? `${title} in the deck` : `${title} in the place of a card`, (d) => {
    const plate = putPlate(d, taken);
    const { cards } = coatOf(d).deck;
    if (place === undefined) cards.push({ plate, weight: 1, muted: false });
    else cards[place].plate = plate;
    dropUnused(d);
  });
}

/** A drawing of shapes as one more card: it stays open to change in Find. */
function addShapes(bench: Bench, shapes: Shapes, label: string): void {
  const { deck } = coatOf(bench);
  const { sha256 } = bench.plates[deck.cards[0].plate];
  change(`${label} in the deck`, (d) => {
    const name = freePlateName(d, `${label}.png`);
    // its own bytes are known once it has been drawn
    d.plates[name] = { sha256, source: null, made: shapes, recipe: asMade() };
    coatOf(d).deck.cards.push({ plate: name, weight: 1, muted: false });
  });
}

/** Puts relatives of the first card behind it, as many kinds as are given. */
function addRelatives(bench: Bench, kinds: readonly Relative[], what: string): void {
  change(what, (d) => {
    const { deck } = coatOf(d);
    const first = deck.cards[0].plate;
    kinds.forEach((kind) => {
      if (deck.cards.length >= MAX_CARDS) return;
      const plate = cutFurther(bench.plates[first], kind.steps(bench.brush.seed + deck.cards.length));
      if (!plate) return;
      const name = freePlateName(d, `${plateTitle(first)} ${kind.name}`);
      d.plates[name] = plate;
      deck.cards.push({ plate: name, weight: 1, muted: false });
    });
    if (deck.deal === 'in-order') deck.deal = 'shuffled';
  });
}

function Relatives({ bench }: { bench: Bench }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const first = bench.plates[coatOf(bench).deck.cards[0].plate];
  if (!first?.recipe || !sourceKey(first))
    return <span className="note">Relatives need a plate that was cut here: this one came by itself.</span>;
  const add = (kinds: readonly Relative[], what: string) => {
    setAnchor(null);
    addRelatives(bench, kinds, what);
  };
  return (
    <>
      <button className="link" aria-haspopup="menu" onClick={(e) => setAnchor(e.currentTarget)}>
        Add relatives
      </button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)} transitionDuration={0}>
        <MenuItem onClick={() => add(RELATIVES, 'five relatives in the deck')}>one of each kind</MenuItem>
        {RELATIVES.map((kind) => (
          <MenuItem key={kind.name} onClick={() => add([kind], `a relative ${kind.label}`)}>
            {kind.label}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

/** The tips of the coat and how they are dealt. */
export function DeckPanel({ bench }: { bench: Bench }) {
  const { deck } = coatOf(bench);
  const ids = deck.cards.map((card, i) => `${card.plate} ${i}`);
  const drop = (from: number, to: number) =>
    change(`${plateTitle(deck.cards[from].plate)} moved`, (d) => {
      const { cards } = coatOf(d).deck;
      cards.splice(to, 0, ...cards.splice(from, 1));
    });
  const deal = choiceParam('Dealt', DEALS, 'in-order', DEAL_HELP[deck.deal]);
  const byHand = deck.deal === 'pressure' || deck.deal === 'tilt';
  return (
    <section className="panel" aria-label="Deck">
      <h3>Deck</h3>
      <BandSettings bench={bench} />
      {deck.cards.length > 1 && (
        <>
          <Setting
            param={deal}
            value={deck.deal}
            onLive={(v) => editCoat((c) => void (c.deck.deal = v as Deck['deal']))}
          />
          <p className="note">{DEAL_HELP[deck.deal]}</p>
          {byHand && (
            <Setting
              param={SOFTNESS}
              value={deck.softness}
              onLive={(v) => editCoat((c) => void (c.deck.softness = Number(v)))}
            />
          )}
        </>
      )}
      <SortList ids={ids} onMove={drop}>
        <ul className="cards">
          {deck.cards.map((card, i) => (
            <CardRow key={ids[i]} id={ids[i]} place={i} card={card} cards={deck.cards} />
          ))}
        </ul>
      </SortList>
      {deck.cards.length < MAX_CARDS && (
        <p style={{ display: 'flex', flexWrap: 'wrap', gap: '4px 14px', margin: '6px 0 0' }}>
          <Picker label="Add plates" offers={CARDS_FROM} several onTake={(picked) => takeCard(picked)} />
          <ShapePicker label="Add shapes" onPick={(shapes, label) => addShapes(bench, shapes, label)} />
          <Relatives bench={bench} />
        </p>
      )}
    </section>
  );
}
