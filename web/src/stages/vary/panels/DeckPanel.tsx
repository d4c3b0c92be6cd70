import type { Bench } from '@amber-stamp/core/bench';
import { choiceParam, RELATIVES, type Relative } from '@amber-stamp/core/cut';
import { asMade, type Shapes } from '@amber-stamp/core/make';
import { DEALS, deckSchema, mostOf, type Deck } from '@amber-stamp/core/model';
import { plateTitle } from '@amber-stamp/core/raster';
import { Menu, MenuItem } from '@mui/material';
import { useState } from 'react';
import { coatOf, editCoat, freePlateName } from '../../../bench/coat.ts';
import { cutFurther } from '../../../bench/cut-further.ts';
import { Picker } from '../../../bench/picker/Picker.tsx';
import { sourceKey } from '../../../bench/plate-key.ts';
import { change } from '../../../bench/store.ts';
import { SortList } from '../../../parts/SortList.tsx';
import { CARDS_FROM, CardRow, takeCard } from './CardRow.tsx';
import { BandSettings } from './BandSettings.tsx';
import { Setting } from './Setting.tsx';
import { ShapePicker } from './ShapePicker.tsx';
import { settingOf } from '../../../parts/setting-of.ts';

const { cards: CARDS, softness } = deckSchema.fields;
const MAX_CARDS = mostOf(CARDS);
const DEAL_HELP: Record<Deck['deal'], string> = {
  'in-order': 'The cards from first to last, again and again.',
  shuffled: 'Every card once before any returns, never the same twice in a row.',
  chance: 'Drawn by chance, by their weights.',
  pressure: 'The first at the lightest touch, the last at the firmest.',
  tilt: 'The first with the pen upright, the last with it flat.',
};
const DEAL_WORDS = { 'in-order': 'in order' };
const SOFTNESS = settingOf(softness, 'Changeover', '%', '0 changes at once; more mixes the two neighbours.');

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
  const deal = { ...choiceParam('Dealt', DEALS, 'in-order', DEAL_HELP[deck.deal]), words: DEAL_WORDS };
  const byHand = deck.deal === 'pressure' || deck.deal === 'tilt';
  return (
    <section className="panel" aria-label="Deck">
      <h3>Deck</h3>
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
      <BandSettings bench={bench} />
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
