import { STRAIGHT } from '../maths/curve.ts';
import type { Coat } from '../model/coat-schema.ts';

/** Settings that differ from the plain ones, and why, by row. */
export interface Candidate {
  set: (coat: Coat) => void;
  why: Record<string, string>;
}

export const chance = () => ({ by: 'chance' as const, share: 1, curve: STRAIGHT });

export const turnFreely = ({ properties: { angle } }: Coat): void =>
  void Object.assign(angle, { rest: 0, low: -180, high: 180, follow: 'none', drivers: [chance()] });
export const turnNever = ({ properties: { angle } }: Coat): void =>
  void Object.assign(angle, { rest: 0, low: 0, high: 0, follow: 'none', drivers: [] });
export const follow = ({ properties: { angle } }: Coat, rest: number): void =>
  void Object.assign(angle, { rest: Math.round(rest), low: -6, high: 6, follow: 'path', drivers: [chance()] });
/** Exactly along the path: what is to make one smooth edge is not shaken. */
export const followStiffly = ({ properties: { angle } }: Coat, rest: number): void =>
  void Object.assign(angle, { rest: Math.round(rest), low: 0, high: 0, follow: 'path', drivers: [] });

export const space = (percent: number, why: string): Candidate => ({
  set: ({ properties }) => void (properties.spacing.rest = Math.round(percent)),
  why: { spacing: `${Math.round(percent)} %: ${why}` },
});
export const turned = (set: (coat: Coat) => void, why: string): Candidate => ({ set, why: { angle: why } });
export const flowing = (percent: number, why: string): Candidate => ({
  set: ({ properties }) => void (properties.flow.rest = percent),
  why: { flow: `${percent} %: ${why}` },
});
export const sized = (low: number, high: number, spread: 'even' | 'apart', why: string): Candidate => ({
  set: ({ properties: { size } }) => void Object.assign(size, { low, high, drivers: [{ ...chance(), spread }] }),
  why: { size: why },
});
export const never: Candidate = {
  set: ({ properties }) => {
    properties.mirrorX.chance = 0;
    properties.mirrorY.chance = 0;
  },
  why: {},
};

export const all = (...parts: readonly Candidate[]): Candidate => ({
  set: (coat) => parts.forEach(({ set }) => set(coat)),
  why: Object.assign({}, ...parts.map(({ why }) => why)) as Record<string, string>,
});

export const FREE = 'turned by chance: the tip has no way up';
export const FULL = 'the inside is even';
export const SHOWS = 'the dabs hardly overlap, so the inside shows';

/** The strongest of the dabs over one place is seen, so that a texture is not filled up. */
export const strongest: Candidate = {
  set: (coat) => void (coat.meet = 'best'),
  why: { flow: '100 %: of dabs over one place the strongest is seen, so the texture stays' },
};

/** Pressed lightly it is smaller. */
export const pressed = (low: number, why: string): Candidate => ({
  set: ({ properties: { size } }) =>
    void Object.assign(size, { low, high: 100, drivers: [{ by: 'pressure', share: 1, curve: STRAIGHT }] }),
  why: { size: why },
});
