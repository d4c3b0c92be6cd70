import type { Band } from '../../model/coat-schema.ts';
import type { Spine } from './spine.ts';

/** Where a place of a band lies on its plate: the share of the plate's length, and which repeat of its middle. */
export interface PlatePlace {
  /** below 0 or above 1: the plate has ended */
  u: number;
  repeat: number;
}

/** A band laid out along its spine, in lengths of the plate. */
export interface Unrolled {
  /** lengths of the plate up to each place of the spine, at the width that the band has there */
  along: Float64Array;
  /** how often the middle comes */
  repeats: number;
  /** writes where a length along the band lies on the plate */
  place: (along: number, out: PlatePlace) => void;
}

/** How many lengths of the plate fit up to each place: narrower parts take more of them. */
function naturalLengths({ count, s, half }: Spine, aspect: number): Float64Array {
  const along = new Float64Array(count);
  for (let i = 1; i < count; i++) {
    const width = Math.max(1e-3, half[i] + half[i - 1]);
    along[i] = along[i - 1] + (s[i] - s[i - 1]) / (width * aspect);
  }
  return along;
}

/** Lays a plate out along a spine: head, whole repeats of its middle, tail. `aspect` as for the spine. */
export function unroll(band: Band, spine: Spine, aspect: number): Unrolled {
  const along = naturalLengths(spine, aspect);
  const total = along[spine.count - 1];
  if (band.fill === 'once')
    return {
      along,
      repeats: 1,
      place: (at, out) => {
        out.u = at;
        out.repeat = 0;
      },
    };
  const [head, tail] = [band.head / 100, band.tail / 100];
  const middle = 1 - head - tail;
  // a stroke shorter than head and tail scales them together
  const scale = head + tail > 0 ? Math.min(1, total / (head + tail)) : 1;
  const room = Math.max(0, total - scale * (head + tail));
  const repeats = room <= 0 ? 0 : band.fill === 'stretch' ? 1 : Math.max(1, Math.round(room / middle));
  const each = repeats > 0 ? room / repeats : 0;
  const [begins, ends] = [scale * head, scale * head + room];
  return {
    along,
    repeats,
    place: (at, out) => {
      if (at < begins || each === 0) {
        const inHead = at < begins;
        out.repeat = inHead ? 0 : Math.max(0, repeats - 1);
        out.u = inHead ? at / scale : 1 - tail + (at - ends) / scale;
        return;
      }
      if (at >= ends && tail > 0) {
        out.repeat = repeats - 1;
        out.u = 1 - tail + (at - ends) / scale;
        return;
      }
      out.repeat = Math.min(repeats - 1, Math.floor((at - begins) / each));
      const share = (at - begins) / each - out.repeat;
      out.u = head + middle * (band.turnAbout && out.repeat % 2 === 1 ? 1 - share : share);
    },
  };
}
