import { cardSchema, grainSchema, limitsOf, type Card, type Grain, type Limits } from '@amber-stamp/core/model';
import { plateTitle } from '@amber-stamp/core/raster';
import { useSortable } from '@dnd-kit/sortable';
import { Tooltip } from '@mui/material';
import { coatOf, dropUnused, editCoat, putPlate } from '../../../bench/coat.ts';
import { useBenchEye } from '../../../bench/eye.ts';
import { asPlate, pickedFile, type Offer, type Picked } from '../../../bench/picker/picked.ts';
import { Picker } from '../../../bench/picker/Picker.tsx';
import { useDropTarget } from '../../../bench/parts/drop.ts';
import { usePlates } from '../../../bench/plates.ts';
import { change, settle, useBench } from '../../../bench/store.ts';
import { AwayIcon, GripIcon, MutedIcon, MuteIcon } from '../../../parts/icons.tsx';
import { NumberField } from '../../../parts/NumberField.tsx';
import { PlateView } from '../../../parts/PlateView.tsx';
import { GRAINS_FROM, grainForEveryCard, takeGrain } from './grain-of.ts';

/** What a card may be made from. */
export const CARDS_FROM: readonly Offer[] = ['plates', 'sources'];
const WEIGHT = limitsOf(cardSchema.fields.weight);
const SCALE = limitsOf(grainSchema.fields.scale);
const CONTRAST = limitsOf(grainSchema.fields.contrast);

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

/** Puts a plate into the deck: as one more card, or in the place of one that is there. */
export async function takeCard(picked: Picked, place?: number): Promise<void> {
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

/** The same with a file that is not in the cabinet yet. */
export async function takeCardFile(file: File | undefined, place?: number): Promise<void> {
  const picked = await pickedFile(file);
  if (picked) await takeCard(picked, place);
}

interface AmountProps {
  /** what people read before it */
  word: string;
  label: string;
  limits: Limits;
  value: number;
  onEnter: (value: number) => void;
}

/** A number of a card, typed in its line. */
const Amount = ({ word, label, limits, value, onEnter }: AmountProps) => (
  <label>
    {word}{' '}
    <NumberField
      label={label}
      className="underline"
      limits={limits}
      value={value}
      onEnter={(v) => {
        onEnter(v);
        settle(label.toLowerCase());
      }}
    />
  </label>
);

interface OwnGrainProps {
  place: number;
  /** of the card */
  name: string;
  grain: Grain;
}

/** Scale, contrast and sign of a card's own grain. */
function OwnGrain({ place, name, grain }: OwnGrainProps) {
  const edit = (change: (own: Grain) => void) =>
    editCoat((c) => {
      const own = c.deck.cards[place].grain;
      if (own) change(own);
    });
  return (
    <>
      <Amount
        word="scale"
        label={`Grain scale of ${name}`}
        limits={SCALE}
        value={grain.scale}
        onEnter={(v) => edit((own) => void (own.scale = v))}
      />
      <Amount
        word="contrast"
        label={`Grain contrast of ${name}`}
        limits={CONTRAST}
        value={grain.contrast}
        onEnter={(v) => edit((own) => void (own.contrast = v))}
      />
      <button
        className="small"
        aria-pressed={grain.invert}
        aria-label={`Grain of ${name} inverted`}
        onClick={() => {
          edit((own) => void (own.invert = !own.invert));
          settle(`grain of ${name} ${grain.invert ? 'as it was' : 'inverted'}`);
        }}
      >
        {grain.invert ? 'inverted' : 'invert'}
      </button>
    </>
  );
}

/** What a card has for itself, in one line: its grain with scale and contrast, and its weight where that counts. */
function CardSettings({ place, card, cards }: Omit<CardProps, 'id'>) {
  const byChance = useBench(({ bench }) => bench !== null && coatOf(bench).deck.deal === 'chance');
  const name = plateTitle(card.plate);
  const { grain } = card;
  const alike = !grain || cards.every((other) => other.grain?.plate === grain.plate);
  return (
    <span className="card-line">
      <Picker
        label={grain ? plateTitle(grain.plate) : 'its own grain'}
        name={`Grain of ${name}`}
        offers={GRAINS_FROM}
        onTake={(picked) => takeGrain(picked, place)}
      />
      {grain && <OwnGrain place={place} name={name} grain={grain} />}
      {(byChance || card.weight !== 1) && (
        <Amount
          word={byChance || card.weight === 0 ? 'weight' : 'weight, which counts by chance only'}
          label={`Weight of ${name}`}
          limits={WEIGHT}
          value={card.weight}
          onEnter={(v) => editCoat((c) => void (c.deck.cards[place].weight = v))}
        />
      )}
      {grain && !alike && (
        <button className="small" onClick={() => grainForEveryCard(grain)}>
          for every card
        </button>
      )}
    </span>
  );
}

/** A card of the deck: its tip, what it has for itself, and its place among the others. */
export function CardRow({ id, place, card, cards }: CardProps) {
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id });
  const ready = usePlates((s) => s.ready[card.plate]);
  const looked = useBenchEye((s) => s.plate === card.plate);
  const name = plateTitle(card.plate);
  const drop = useDropTarget(`the tip in the place of ${name}`, ([file]) => takeCardFile(file, place));
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
        {...drop}
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
          <Picker
            label="another"
            name={`Another plate for ${name}`}
            offers={CARDS_FROM}
            onTake={(picked) => takeCard(picked, place)}
          />
        </span>
      </span>
      <CardTools place={place} cards={cards} />
      <CardSettings place={place} card={card} cards={cards} />
    </li>
  );
}
