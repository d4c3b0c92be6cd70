import type { Plates } from '../ink/coat.ts';
import { largestPx, unmutedCoats } from '../model/brush.ts';
import type { Brush } from '../model/brush-schema.ts';
import type { Band, Card, Coat } from '../model/coat-schema.ts';
import type { Plate } from '../raster/raster.ts';

// A band that repeats lays its plate end to end, as a stamp does whose dabs are as far apart as they are long. Its echo is
// that of such a stamp, which has dabs that can be compared.

/** Places along a plate that stand for all those from which pieces are taken. */
const PHASES = 12;

/** A band that was taken for a stamp: after how many px of the sheet it comes back, 0 where it does not. */
export interface TwinBand {
  coat: number;
  periodPx: number;
}

export interface BandTwin {
  brush: Brush;
  plates: Plates;
  bands: readonly TwinBand[];
}

const remade = (plate: Plate, place: (x: number) => number): Plate => {
  const { width, height, data } = plate;
  const made = new Uint16Array(data.length);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) made[y * width + x] = data[y * width + place(x)];
  return { width, height, data: made };
};
const turnedAbout = (plate: Plate): Plate => remade(plate, (x) => plate.width - 1 - x);
/** The plate begun a share of its length later, both ends running out over a share of it as pieces fade into the next. */
function pieceAt(plate: Plate, share: number, faded: number): Plate {
  const by = Math.floor(plate.width * share);
  const made = remade(plate, (x) => (x + by) % plate.width);
  const reach = plate.width * faded;
  for (let i = 0; i < made.data.length; i++) {
    const x = (i % plate.width) + 0.5;
    const left = Math.min(x, plate.width - x) / reach;
    if (left < 1) made.data[i] = Math.round(made.data[i] * left);
  }
  return made;
}

/** The cards of the stamp, with the plates that they need beyond those that are there. */
function cardsOf(coat: Coat, band: Band, plates: Plates, more: Map<string, Plate>): Card[] {
  const variants: ((plate: Plate) => Plate)[] =
    band.fill === 'pieces'
      ? Array.from({ length: PHASES }, (_, k) => (plate: Plate) => pieceAt(plate, k / PHASES, band.overlap / 100))
      : band.turnAbout
        ? [(plate) => plate, turnedAbout]
        : [(plate) => plate];
  return coat.deck.cards.flatMap((card) => {
    const held = plates.get(card.plate);
    if (!held || variants.length === 1) return [card];
    return variants.map((make, k) => {
      const name = `${card.plate} ${band.fill} ${k}`;
      more.set(name, make(held));
      return { ...card, plate: name };
    });
  });
}

/** A band's coat as a stamp, and after how many px of the sheet its plate comes back, 0 where pieces are dealt. */
function stamped(coat: Coat, band: Band, plates: Plates, more: Map<string, Plate>): [Coat, number] {
  const first = plates.get(coat.deck.cards[0].plate);
  const width = largestPx(coat);
  const long = first ? ((first.width / first.height) * band.length) / 100 : 1;
  const lengthPx = width * long;
  // the longer side of a dab is its size; along the path it is one repeat long, across as wide as the band
  const size = Math.max(lengthPx, width);
  const cards = cardsOf(coat, band, plates, more);
  const step = band.fill === 'pieces' ? 1 - band.overlap / 100 : 1;
  const { properties: p } = coat;
  const plain = { low: 0, high: 0, drivers: [], rest: 0 };
  const made: Coat = {
    ...coat,
    band: undefined,
    deck: { ...coat.deck, deal: band.fill === 'pieces' ? 'shuffled' : 'in-order', cards },
    properties: {
      ...p,
      size: { ...p.size, rest: (p.size.rest * size) / width },
      spacing: { ...p.spacing, low: 100, high: 100, drivers: [], rest: (100 * step * lengthPx) / size },
      aspect: { ...p.aspect, low: 100, high: 100, drivers: [], rest: 10_000 / band.length },
      angle: { ...p.angle, ...plain, follow: 'path' },
      along: { ...p.along, ...plain },
      mirrorX: { chance: 0, muted: false },
      mirrorY: { chance: 0, muted: false },
    },
  };
  return [made, band.fill === 'repeat' ? lengthPx * (band.turnAbout ? 2 : 1) : 0];
}

/** Drawn out, or laid once, nothing of a band comes back. */
const comesOnce = (band: Band | undefined): boolean => band?.fill === 'stretch' || band?.fill === 'once';

/** Whether a coat only lies over or under others: no coat cuts another by it. */
const standsAlone = (brush: Brush, place: number): boolean =>
  unmutedCoats(brush).every((other) => other < place || brush.coats[other].join === 'over');

/** The brush with its bands as stamps; the brush itself where it has none. */
export function bandTwin(brush: Brush, plates: Plates): BandTwin {
  const bands = unmutedCoats(brush).filter((coat) => brush.coats[coat].band);
  if (bands.length === 0) return { brush, plates, bands: [] };
  const more = new Map(plates);
  const coats = [...brush.coats];
  const told: TwinBand[] = [];
  for (const place of bands) {
    const coat = brush.coats[place];
    const band = coat.band as Band;
    const once = comesOnce(band);
    if (once && standsAlone(brush, place)) {
      // nothing of it is compared, and what is laid beside it is measured without it
      coats[place] = { ...coat, muted: true };
      continue;
    }
    const [made, periodPx] = stamped(coat, band, plates, more);
    coats[place] = made;
    told.push({ coat: place, periodPx: once ? 0 : periodPx });
  }
  return { brush: { ...brush, coats }, plates: more, bands: told };
}

/** Whether a brush lays nothing but bands that are drawn out or laid once: then there is nothing to compare. */
export const neverRepeats = (brush: Brush): boolean =>
  unmutedCoats(brush).every((coat) => comesOnce(brush.coats[coat].band));
