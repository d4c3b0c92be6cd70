import { makeRecipe, makeStep, type Recipe, type RecipeStep } from '@amber-stamp/core/cut';
import { parseBrush, type Brush, type Coat } from '@amber-stamp/core/model';
import { MOSS } from './art/bits.ts';
import { by, type DemoBrush } from './demo-brush.ts';

const drawn = (...more: RecipeStep[]): Recipe => makeRecipe([makeStep('gray', { prints: 'dark' }), ...more]);
const trimmed = (resolutionPx = 512, padPct = 4): RecipeStep[] => [
  makeStep('trim'),
  makeStep('fit', { resolutionPx, padPct }),
];
const CLEAN = makeStep('levels', { automatic: false, low: 0.06, high: 0.98 });

/** A coat of a plate with settings of its own, everything else at rest. */
function coatOf(plates: readonly string[], properties: object, more: object = {}): Coat {
  const coat = { deck: { cards: plates.map((plate) => ({ plate })) }, properties, ...more };
  return parseBrush({ format: 'amber-stamp/brush', version: 1, coats: [coat] }).coats[0];
}
const set = (brush: Brush, ...coats: Coat[]): void => void (brush.coats = coats);
const tip = (brush: Brush): string => brush.coats[0].deck.cards[0].plate;

const chain: DemoBrush = {
  name: 'Rope chain',
  source: 'link',
  drawer: 'Rigging',
  note: 'ink drawing',
  recipe: drawn(CLEAN, ...trimmed(512, 2)),
  more: [{ name: 'rope-rod.png', source: 'rod', recipe: drawn(CLEAN, ...trimmed(512, 2)) }],
  tune: (brush) => {
    set(
      brush,
      coatOf([tip(brush), 'rope-rod.png'], {
        size: { rest: 84, low: 72, high: 100, drivers: [by('pressure')] },
        spacing: { rest: 66 },
        angle: { follow: 'chain' },
      }),
    );
  },
};

const dust: DemoBrush = {
  name: 'Dust in light',
  source: 'mote',
  drawer: 'Air',
  note: 'photograph',
  recipe: drawn(CLEAN, ...trimmed(384, 4)),
  tune: (brush) => {
    set(
      brush,
      coatOf([tip(brush)], {
        size: {
          rest: 46,
          low: 8,
          high: 100,
          drivers: [
            by('chance', {
              curve: [
                [0, 0],
                [0.75, 0.22],
                [1, 1],
              ],
            }),
          ],
        },
        spacing: { rest: 46 },
        across: { low: -190, high: 190, drivers: [by('chance', { spread: 'centred' })] },
        along: { low: -120, high: 120, drivers: [by('chance')] },
        angle: { low: -180, high: 180, drivers: [by('chance')] },
        opacity: { rest: 62, low: 10, high: 100, drivers: [by('chance'), by('pressure', { share: 0.6 })] },
      }),
    );
    brush.coats[0].count.rest = 3;
  },
};

const reed: DemoBrush = {
  name: 'Reed strands',
  source: 'sliver',
  drawer: 'Tideline',
  note: 'ink drawing',
  recipe: drawn(CLEAN, ...trimmed(768, 1)),
  tune: (brush) => {
    set(
      brush,
      coatOf([tip(brush)], {
        size: { rest: 230, low: 45, high: 100, drivers: [by('chance'), by('pressure', { share: 0.5 })] },
        spacing: { rest: 3.4 },
        across: { low: -15, high: 15, drivers: [by('chance', { spread: 'centred' })] },
        angle: { follow: 'path', low: -9, high: 9, drivers: [by('chance', { spread: 'drifting', length: 7 })] },
        flow: { rest: 92, low: 25, high: 100, drivers: [by('chance')] },
        mirrorY: { chance: 0.5 },
      }),
    );
    Object.assign(brush.ends.tail, { lengthPct: 35, size: 30, opacity: 40 });
  },
};

const dry: DemoBrush = {
  name: 'Dry brush on reed paper',
  source: 'blot',
  drawer: 'Wood and paint',
  note: 'scan',
  recipe: drawn(CLEAN, ...trimmed(512, 4)),
  more: [
    {
      name: 'reed-paper.png',
      source: 'paper',
      recipe: makeRecipe([
        makeStep('gray', { prints: 'light' }),
        makeStep('levels', { automatic: false, low: 0.2, high: 0.8 }),
      ]),
    },
  ],
  tune: (brush) => {
    set(
      brush,
      coatOf(
        [tip(brush)],
        {
          size: { rest: 92, low: 55, high: 100, drivers: [by('pressure')] },
          spacing: { rest: 7 },
          angle: { low: -180, high: 180, drivers: [by('chance')] },
          flow: { rest: 46, low: 30, high: 100, drivers: [by('pressure')] },
          opacity: { rest: 96, low: 58, high: 100, drivers: [by('pressure')] },
        },
        {
          grain: {
            plate: 'reed-paper.png',
            scale: 44,
            angle: 8,
            contrast: 6,
            depth: { rest: 96 },
            blend: 'subtract',
            fixedTo: 'sheet',
          },
        },
      ),
    );
    Object.assign(brush.ends.tail, { lengthPct: 30, size: 70, opacity: 25 });
  },
};

const splatter: DemoBrush = {
  name: 'Splatter',
  source: 'splatter',
  drawer: 'Wood and paint',
  note: 'scan',
  recipe: drawn(CLEAN, ...trimmed(640, 3)),
  tune: (brush) => {
    set(
      brush,
      coatOf([tip(brush)], {
        size: { rest: 150, low: 35, high: 100, drivers: [by('chance'), by('pressure', { share: 0.4 })] },
        spacing: { rest: 34 },
        across: { low: -40, high: 40, drivers: [by('chance', { spread: 'centred' })] },
        angle: { follow: 'path', low: -40, high: 40, drivers: [by('chance')] },
        mirrorY: { chance: 0.5 },
        flow: { rest: 100, low: 70, high: 100, drivers: [by('chance')] },
      }),
    );
  },
};

const frost: DemoBrush = {
  name: 'Frost stars',
  source: 'frost',
  drawer: 'Air',
  note: 'photograph',
  recipe: drawn(CLEAN, ...trimmed(640, 3)),
  tune: (brush) => {
    set(
      brush,
      coatOf(
        [tip(brush)],
        {
          size: { rest: 96, low: 26, high: 100, drivers: [by('chance', { spread: 'apart', memory: 3 })] },
          spacing: { rest: 46 },
          across: { low: -46, high: 46, drivers: [by('chance', { spread: 'apart', memory: 2 })] },
          angle: { low: -180, high: 180, drivers: [by('chance')] },
          hue: { low: -34, high: 58, drivers: [by('cycle', { lengthPx: 380 })] },
          lightness: { low: -8, high: 14, drivers: [by('chance')] },
          flow: { rest: 96, low: 55, high: 100, drivers: [by('pressure')] },
        },
        { ink: { colour: '#2c6f9e' } },
      ),
    );
  },
};

const barkMask: DemoBrush = {
  name: 'Bark under the hand',
  source: 'disc',
  drawer: 'Wood and paint',
  note: 'photograph',
  recipe: drawn(CLEAN, ...trimmed(384, 3)),
  more: [
    {
      name: 'bark.png',
      source: 'bark',
      recipe: drawn(
        CLEAN,
        makeStep('fit', { resolutionPx: 640, padPct: 0 }),
        makeStep('fade', { widthPct: 14, shape: 'square' }),
      ),
    },
  ],
  tune: (brush) => {
    set(
      brush,
      coatOf([tip(brush)], {
        size: { rest: 104, low: 45, high: 100, drivers: [by('pressure')] },
        spacing: { rest: 10 },
        flow: { rest: 60 },
      }),
      coatOf(
        ['bark.png'],
        {
          size: { rest: 210 },
          spacing: { rest: 34 },
          angle: { follow: 'path', rest: 90, low: -8, high: 8, drivers: [by('chance')] },
          mirrorX: { chance: 0.5 },
          mirrorY: { chance: 0.5 },
          flow: { rest: 62 },
        },
        { join: 'mask' },
      ),
    );
  },
};

/** One sprig of the sheet: its own box, and everything else left out. */
function sprigRecipe(k: number): Recipe {
  const x = (k % MOSS.across) / MOSS.across;
  const y = Math.floor(k / MOSS.across) / MOSS.down;
  const outline = [
    [x + 0.004, y + 0.008],
    [x + 1 / MOSS.across - 0.004, y + 1 / MOSS.down - 0.008],
  ];
  return drawn(makeStep('region', { outline, crop: true }), CLEAN, ...trimmed(320, 4));
}
const SPRIGS = Array.from({ length: 8 }, (_, k) => k);

const moss: DemoBrush = {
  name: 'Cushion moss',
  source: 'moss',
  drawer: 'Tideline',
  note: 'scan',
  recipe: sprigRecipe(0),
  more: SPRIGS.slice(1).map((k) => ({ name: `moss-sprig-${k + 1}.png`, source: 'moss', recipe: sprigRecipe(k) })),
  tune: (brush) => {
    set(
      brush,
      coatOf([tip(brush), ...SPRIGS.slice(1).map((k) => `moss-sprig-${k + 1}.png`)], {
        size: { rest: 96, low: 45, high: 100, drivers: [by('chance'), by('pressure', { share: 0.8 })] },
        spacing: { rest: 11 },
        across: { low: -42, high: 42, drivers: [by('chance', { spread: 'centred' })] },
        angle: { low: -46, high: 46, drivers: [by('chance', { spread: 'centred' })] },
        flow: { rest: 88, low: 35, high: 100, drivers: [by('chance')] },
        mirrorX: { chance: 0.5 },
      }),
    );
    brush.coats[0].deck.deal = 'shuffled';
  },
};

export const MORE_BRUSHES: readonly DemoBrush[] = [chain, dust, reed, dry, splatter, frost, barkMask, moss];
