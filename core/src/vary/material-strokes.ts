import { PLAIN_BAND, plainGrain, type Band, type Coat } from '../model/coat-schema.ts';
import { all, flowing, never, pressed, sized, space, turned, turnNever, type Candidate } from './candidates.ts';

/** The plate that a grain is printed through by, where a brush has no other: round, with a soft rim. */
export const SOFT_TIP = 'soft-round.png';

const still = turned(turnNever, 'not turned: the tip is round');

/** A plate that the ink goes through, by a soft round tip. */
export function asGrain({ plateName }: { plateName: string }): Candidate[] {
  const through = (percent: number, fixedTo: 'sheet' | 'dab', more: Candidate) =>
    all(
      never,
      still,
      flowing(100, 'the grain takes away enough'),
      sized(70, 100, 'even', 'a hand never lays it quite as wide'),
      {
        set: (coat: Coat) => {
          coat.deck.cards = [{ ...coat.deck.cards[0], plate: SOFT_TIP }];
          coat.grain = {
            ...plainGrain(plateName),
            scale: percent,
            fixedTo,
            appliesTo: fixedTo === 'dab' ? 'dab' : 'stroke',
          };
          coat.properties.size.rest = 190;
        },
        why: { size: 'wide, so that the grain can be seen' },
      },
      more,
    );
  return [
    through(100, 'sheet', space(6, 'close: what is to be seen is the grain')),
    through(50, 'sheet', space(6, 'close: what is to be seen is the grain')),
    through(100, 'dab', space(40, 'wide: each dab carries a piece of the grain')),
  ];
}

/** Chance would be drawn once for a whole stroke; a hand narrows it as it goes. */
export const narrower = pressed(60, 'pressed lightly it is narrower');

/** A plate that is bent along the path. */
export function asBand(): Candidate[] {
  const bent = (band: Partial<Band>, why: string): Candidate =>
    all(never, flowing(100, 'laid once, so nothing builds up'), narrower, {
      set: (coat) => {
        coat.band = { ...PLAIN_BAND, ...band };
        coat.properties.size.rest = 90;
      },
      why: { spacing: why, angle: 'follows the path: it is bent along it' },
    });
  return [
    bent({ fill: 'repeat' }, 'laid end to end along the path'),
    bent({ fill: 'repeat', turnAbout: true }, 'every second length turned about, so that its ends always meet'),
    bent(
      { fill: 'stretch', head: 12, tail: 12 },
      'drawn out to the length of the stroke; head and tail keep their shape',
    ),
  ];
}
