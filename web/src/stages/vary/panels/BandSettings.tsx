import type { Bench } from '@amber-stamp/core/bench';
import { choiceParam } from '@amber-stamp/core/cut';
import {
  BAND_CORNERS,
  BAND_FILLS,
  bandFields,
  MOST_ENDS_PCT,
  PLAIN_BAND,
  type Band,
  type Brush,
} from '@amber-stamp/core/model';
import { portraitStroke } from '@amber-stamp/core/path';
import { useMemo } from 'react';
import { bend } from '../../../bench/bend.ts';
import { coatOf, coatPlace, editCoat } from '../../../bench/coat.ts';
import { InkProof } from '../../../bench/parts/InkProof.tsx';
import { change } from '../../../bench/store.ts';
import { BandPlate } from './BandPlate.tsx';
import { Setting } from './Setting.tsx';
import { settingOf } from '../../../parts/setting-of.ts';

const PROOF = { width: 120, height: 54 };
const STROKE = portraitStroke(PROOF.width * 3, PROOF.height * 3).strokes;

const FILL_HELP: Record<Band['fill'], string> = {
  stretch: 'The plate once, its middle drawn out to the length of the stroke.',
  repeat: 'Whole repeats, a little longer or shorter so that the last one is complete.',
  pieces: 'Pieces of the cards, from places along them and never near the last ones, faded into each other.',
  once: 'The plate at its own proportions, and nothing after it.',
};
const CORNERS = choiceParam(
  'Corners',
  BAND_CORNERS,
  'round',
  'Where the path turns by more than 60 degrees at once: bent round like all else, folded along a mitre, or parted: each side has whole repeats of its own.',
);
const HEAD = settingOf(bandFields.head, 'Head', '%', 'How much of the plate keeps its shape where the stroke begins.');
const TAIL = settingOf(bandFields.tail, 'Tail', '%', 'How much of the plate keeps its shape where the stroke ends.');
const LENGTH = settingOf(
  bandFields.length,
  'Length',
  '%',
  'How long one repeat is against the proportions of the plate.',
  [25, 400],
);
const OVERLAP = settingOf(bandFields.overlap, 'Faded', '%', 'How much of a piece is faded into the next.');
const ABOUT = {
  kind: 'flag',
  label: 'Turned about',
  default: false,
  help: 'Every second repeat is mirrored along the path: its ends always meet.',
} as const;

/** Sets one end; the other gives way where both would leave no middle. */
const setEnd = (band: Band, end: 'head' | 'tail', pct: number): void => {
  const other = end === 'head' ? 'tail' : 'head';
  band[end] = Math.min(pct, MOST_ENDS_PCT);
  band[other] = Math.min(band[other], MOST_ENDS_PCT - band[end]);
};

const editBand = (edit: (band: Band) => void): void =>
  editCoat(({ band }) => {
    if (band) edit(band);
  });

/** The brush with one coat alone, laid in one of the two ways. */
const laidAs = (brush: Brush, place: number, band: Band | undefined): Brush => {
  const coat = { ...brush.coats[place], muted: false };
  if (band) coat.band = band;
  else delete coat.band;
  return { ...brush, coats: [coat] };
};

/** Whether dabs are stamped or the plate is bent along the path, each shown as this brush would draw it. */
function LaidChoice({ bench }: { bench: Bench }) {
  const { brush, plates } = bench;
  const place = coatPlace(bench);
  const { band } = brush.coats[place];
  const ways = useMemo(
    () =>
      [
        ['stamped', laidAs(brush, place, undefined)],
        ['bent along the path', laidAs(brush, place, brush.coats[place].band ?? PLAIN_BAND)],
      ] as const,
    [brush, place],
  );
  const choose = (bent: boolean) =>
    change(bent ? 'bent along the path' : 'stamped', (draft) => {
      if (bent) bend(draft);
      else delete coatOf(draft).band;
    });
  return (
    <div className="laid" role="radiogroup" aria-label="How the tip is laid">
      {ways.map(([words, shown], k) => (
        <button
          key={words}
          className="plain"
          role="radio"
          aria-label={words}
          aria-checked={(band !== undefined) === (k === 1)}
          onClick={() => choose(k === 1)}
        >
          <InkProof
            view={`laid ${k}`}
            label={`A stroke ${words}`}
            brush={shown}
            plates={plates}
            strokes={STROKE}
            scale={(width) => width / (PROOF.width * 3)}
            ground="white"
            calm
          />
          <span>{words}</span>
        </button>
      ))}
    </div>
  );
}

/** How the plate of a coat comes on the sheet; of a band how it fills the stroke, and what keeps its shape. */
export function BandSettings({ bench }: { bench: Bench }) {
  const { band, deck } = coatOf(bench);
  const fill = choiceParam('Fills the stroke', BAND_FILLS, 'repeat', 'How the plate comes along the stroke.');
  return (
    <>
      <LaidChoice bench={bench} />
      {band && (
        <>
          <Setting param={fill} value={band.fill} onLive={(v) => editBand((b) => void (b.fill = v as Band['fill']))} />
          <p className="note">{FILL_HELP[band.fill]}</p>
          <BandPlate
            band={band}
            plate={deck.cards[0].plate}
            onEnd={(end, pct) => editBand((b) => setEnd(b, end, pct))}
          />
          {band.fill !== 'once' && (
            <>
              <Setting param={HEAD} value={band.head} onLive={(v) => editBand((b) => setEnd(b, 'head', Number(v)))} />
              <Setting param={TAIL} value={band.tail} onLive={(v) => editBand((b) => setEnd(b, 'tail', Number(v)))} />
            </>
          )}
          {band.fill !== 'stretch' && (
            <Setting param={LENGTH} value={band.length} onLive={(v) => editBand((b) => void (b.length = Number(v)))} />
          )}
          <Setting
            param={CORNERS}
            value={band.corner}
            onLive={(v) => editBand((b) => void (b.corner = v as Band['corner']))}
          />
          {band.fill === 'pieces' && (
            <Setting
              param={OVERLAP}
              value={band.overlap}
              onLive={(v) => editBand((b) => void (b.overlap = Number(v)))}
            />
          )}
          {band.fill === 'repeat' && (
            <Setting
              param={ABOUT}
              value={band.turnAbout}
              onLive={(v) => editBand((b) => void (b.turnAbout = Boolean(v)))}
            />
          )}
        </>
      )}
    </>
  );
}
