import type { Target } from './target.ts';
import { TARGETS } from './targets.ts';

/** Words that say nothing of what is looked for. */
const EMPTY = new Set([
  'the',
  'at',
  'of',
  'to',
  'a',
  'an',
  'in',
  'is',
  'it',
  'my',
  'how',
  'i',
  'do',
  'make',
  'and',
  'with',
  'for',
]);

/** What most people mean by a word that several controls answer to. */
const MEANT: Readonly<Record<string, string>> = {
  random: 'across',
  jitter: 'across',
  colour: 'colour',
  color: 'colour',
  texture: 'grain',
  paper: 'grain',
  canvas: 'grain',
  pattern: 'grain',
  mirror: 'mirrorX',
  flip: 'mirrorX',
  repeat: 'echo',
  softness: 'blur',
  hardness: 'crush',
  soft: 'blur',
  hard: 'crush',
  edge: 'soften',
  fade: 'tail',
  taper: 'tail',
  band: 'band',
  brightness: 'tone',
  contrast: 'levels',
  zoom: 'sheet zoom',
  blend: 'meet',
  light: 'lamp',
  rotate: 'angle',
  scale: 'size',
  invert: 'invert',
  noise: 'specks',
  crop: 'trim',
  resolution: 'fit',
  smooth: 'steady',
  save: 'pack',
  export: 'pack',
  picture: 'source',
  compare: 'pins',
  layer: 'coats',
  layers: 'coats',
  mask: 'join',
  perspective: 'floor',
  symmetry: 'mirror',
  seam: 'tile',
  number: 'count',
  amount: 'flow',
  darker: 'tone',
  lighter: 'tone',
  displacement: 'displacement',
  tint: 'hue',
  step: 'spacing',
  turn: 'angle',
  pale: 'lightness',
  relief: 'thickness',
  paint: 'colour',
  start: 'head',
  end: 'tail',
  coat: 'coats',
  negative: 'invert',
  feather: 'fade',
  combine: 'overlay',
  uneven: 'light',
  photo: 'source',
  tilt: 'pen',
  roll: 'seed',
  dark: 'prints',
  bump: 'normal map',
};

const wordsIn = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}-]+/u)
    .filter(Boolean);

interface Prepared {
  target: Target;
  label: readonly string[];
  said: readonly string[];
}

/** How well one word fits a target: its own name, then how its name begins, then what people say for it; 0 is not at all. */
function fitOf(word: string, { target, label, said }: Prepared): number {
  if (MEANT[word] === target.id) return 14;
  if (label.includes(word)) return label.length === 1 ? 12 : 8;
  if (said.includes(word)) return 6;
  if (word.length < 3) return 0;
  if (label.some((w) => w.startsWith(word))) return 5;
  if (said.some((w) => w.startsWith(word))) return 3;
  // people put other endings on words: sprayed, softer, repeats
  const stem = word.replace(/(?:ing|ness|ed|er|es|s)$/, '');
  if (stem.length > 2 && stem !== word && [...label, ...said].some((w) => w.startsWith(stem))) return 2;
  return 0;
}

const prepared: readonly Prepared[] = TARGETS.map((target) => ({
  target,
  label: wordsIn(target.label),
  said: wordsIn(target.words),
}));

/** What a text leads to, the best first: every word of it must fit. */
export function search(text: string): Target[] {
  const all = wordsIn(text);
  const words = all.filter((word) => !EMPTY.has(word));
  if (words.length === 0) return [];
  return prepared
    .map((one) => {
      const fits = words.map((word) => fitOf(word, one));
      return { target: one.target, fit: fits.some((fit) => fit === 0) ? 0 : fits.reduce((sum, fit) => sum + fit, 0) };
    })
    .filter(({ fit }) => fit > 0)
    .sort((a, b) => b.fit - a.fit)
    .map(({ target }) => target);
}

/** Where a target stands, for people. */
export const whereOf = ({ stage, part, view }: Target): string => {
  const name = stage[0].toUpperCase() + stage.slice(1);
  const within = part ?? view;
  return within ? `${name}, ${within}` : name;
};
