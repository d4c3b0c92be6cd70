import { chance6 } from '../maths/hash.ts';
import { clamp } from '../maths/ramps.ts';
import type { Deck } from '../model/coat-schema.ts';
import { emptyPenColumns, type PenColumns } from './pen-columns.ts';
import type { StrokeKey } from './value.ts';

/** Chooses the card of each dab; dabs are asked in order. */
export type Dealer = (dab: number, pen: PenColumns) => number;

const DEAL_INDEX = 120;

/** One round of a shuffled deck: every card once (Fisher-Yates); never begins with `before`. */
function round(cards: readonly number[], before: number, chance: (turn: number) => number): number[] {
  const order = [...cards];
  for (let i = order.length - 1; i > 0; i--) {
    const j = Math.floor(chance(i) * (i + 1));
    [order[i], order[j]] = [order[j], order[i]];
  }
  if (order.length > 1 && order[0] === before) order.push(...order.splice(0, 1));
  return order;
}

function shuffled(cards: number[], key: StrokeKey): Dealer {
  let order: number[] = [];
  let roundIndex = -1;
  return (dab) => {
    const index = Math.floor(dab / cards.length);
    if (index !== roundIndex) {
      const before = order.at(-1) ?? -1;
      order = round(cards, before, (turn) => chance6(key.seed, key.stroke, key.coat, index, DEAL_INDEX, turn));
      roundIndex = index;
    }
    return order[dab % cards.length];
  };
}

function byChance(cards: number[], weights: number[], key: StrokeKey): Dealer {
  const total = weights.reduce((a, b) => a + b, 0);
  return (dab) => {
    let rest = chance6(key.seed, key.stroke, key.coat, dab, DEAL_INDEX, 0) * total;
    for (let i = 0; i < cards.length - 1; i++) {
      rest -= weights[i];
      if (rest < 0) return cards[i];
    }
    return cards[cards.length - 1];
  };
}

/** Cuts 0..1 into equal parts; near a border, within the shared softness, chance decides between the neighbours. */
function byHand(cards: number[], softness: number, read: (pen: PenColumns) => Float64Array, key: StrokeKey): Dealer {
  return (dab, pen) => {
    const place = clamp(read(pen)[dab]) * cards.length;
    const nudge = (chance6(key.seed, key.stroke, key.coat, dab, DEAL_INDEX, 0) - 0.5) * (softness / 100);
    return cards[Math.min(cards.length - 1, Math.max(0, Math.floor(place + nudge)))];
  };
}

/** The dealer of a deck for one stroke. Muted cards and cards without weight are never dealt, unless nothing is left. */
export function dealerOf(deck: Deck, key: StrokeKey): Dealer {
  const all = deck.cards.map((_, i) => i);
  const live = all.filter((i) => !deck.cards[i].muted && deck.cards[i].weight > 0);
  const cards = live.length > 0 ? live : all;
  if (cards.length === 1) return () => cards[0];
  switch (deck.deal) {
    case 'in-order':
      return (dab) => cards[dab % cards.length];
    case 'shuffled':
      return shuffled(cards, key);
    case 'chance':
      return byChance(
        cards,
        cards.map((i) => deck.cards[i].weight || 1),
        key,
      );
    case 'pressure':
      return byHand(cards, deck.softness, (pen) => pen.pressure, key);
    case 'tilt':
      return byHand(cards, deck.softness, (pen) => pen.tilt, key);
  }
}

/** The cards of the repeats of a band, where no hand deals them; asked in order. */
export function dealerOfRepeats(deck: Deck, key: StrokeKey): (repeat: number) => number {
  const deal = dealerOf(deck, key);
  const noHand = emptyPenColumns(0, 0);
  return (repeat) => deal(repeat, noHand);
}
