import { definitionOf, type RangeName } from '../bench/edit.ts';
import type { Part } from '../stages/vary/parts.ts';
import { partOf, ROWS } from '../stages/vary/rows.ts';
import type { Target } from './target.ts';

/** What people say for a row besides the words of its property. */
const ROW_WORDS: Partial<Record<RangeName, string>> = {
  size: 'scale diameter radius large larger smaller width wide narrow thickness of stroke hold',
  spacing: 'step interval density dense sparse apart dotted beads distance frequency',
  across: 'random jitter offset scatter spray sideways displacement shake wobble',
  along: 'offset forwards backwards uneven stagger',
  angle: 'rotation rotate spin tilt of tip direction orientation heading aim random turn chain links',
  aspect: 'flatten ratio proportion squeeze stretch height oval elliptical calligraphic',
  opacity: 'alpha fade transparency strength see through ceiling',
  flow: 'buildup accumulate amount load wetness rate wash dryness',
  hue: 'rainbow colour shift tint variation',
  saturation: 'vivid dull grayish intensity of colour chroma',
  lightness: 'brightness value tone lighter darker shade',
  mix: 'two colours second colour blend between background',
  depth: 'texture strength bite roughness paper depth',
  thickness: 'impasto height of paint relief emboss bump',
  count: 'number repeat several many dabs count particles cloud spray splatter amount',
};

export const rowTargets = (): Target[] =>
  ROWS.map((row) => ({
    id: row.name,
    label: definitionOf(row.name).label,
    stage: 'vary',
    part: partOf(row),
    row: row.name,
    control: `${definitionOf(row.name).label} value`,
    words: `${row.words} ${ROW_WORDS[row.name] ?? ''}`,
  }));

const vary = (part: Part, id: string, label: string, words: string, control: Target['control'] = label): Target => ({
  id,
  label,
  stage: 'vary',
  part,
  control,
  words,
});
export const VARY_TARGETS: readonly Target[] = [
  vary(
    'rows',
    'mirrorX',
    'Flip left to right',
    'mirror flip horizontal reverse random symmetry x',
    'Flip left to right value',
  ),
  vary('rows', 'mirrorY', 'Flip top to bottom', 'mirror flip vertical upside turn over y', 'Flip top to bottom value'),
  vary('rows', 'reset', 'Reset …', 'reset default restore defaults plain factory start over clear', 'Reset …'),
  vary(
    'deck',
    'deal',
    'Dealt',
    'order shuffle sequence alternate cycle tips several which next random tip deck multiple',
    'Dealt',
  ),
  vary('deck', 'changeover', 'Changeover', 'soft hard transition between tips crossfade', 'Changeover'),
  vary(
    'deck',
    'band',
    'Bent along the path',
    'band ribbon rope strip along path bend stretch repeat stripe border chain deform',
    'How the tip is laid',
  ),
  vary(
    'deck',
    'cards',
    'Add plates',
    'add tip more tips second tip another tip replace exchange swap alternate card',
    'Add plates',
  ),
  vary('deck', 'relatives', 'Add relatives', 'variants variations relatives similar siblings family', 'Add relatives'),
  vary(
    'ink',
    'meet',
    'Overlap',
    'overlap mode blend blending add lighten darken difference dissolve strongest build coverage best multiply',
    'Overlap',
  ),
  vary(
    'ink',
    'crossing',
    'Where it crosses itself',
    'cross crossing self overlap loop wet even',
    'Where it crosses itself',
  ),
  vary('ink', 'colour', 'First ink', 'colour color ink paint foreground tint hue red blue', 'First ink'),
  vary('ink', 'second', 'Second ink', 'second colour secondary background two colours', 'Second ink'),
  vary('ink', 'gradient', 'Colour by coverage', 'gradient map ramp colours palette gold duotone', 'colour by coverage'),
  vary('ink', 'fixed', 'Size fixed to', 'zoom screen sheet constant size scale with view', 'Size'),
  vary('grain', 'grain', 'Grain', 'grain texture paper canvas pattern tile tooth surface noise fabric', [
    'Choose a plate',
    'Scale value',
  ]),
  vary('grain', 'grain scale', 'Grain scale', 'texture scale size of grain pattern size zoom of paper', 'Scale value'),
  vary('grain', 'grain contrast', 'Grain contrast', 'texture contrast hard grain', 'Contrast value'),
  vary('grain', 'grain bites', 'Bites by', 'texture mode blend of grain subtract multiply height', 'Bites by'),
  vary(
    'grain',
    'grain fixed',
    'Grain fixed to',
    'texture moves follows canvas locked each tip each dab anchored',
    'Fixed to',
  ),
  vary('grain', 'grain invert', 'Grain inverted', 'invert texture negative of paper', 'Inverted'),
  vary(
    'ends',
    'head',
    'Head of the stroke',
    'head start beginning taper in fade in thin at the start',
    'Head of the stroke',
  ),
  vary(
    'ends',
    'tail',
    'Tail of the stroke',
    'tail end finish taper out fade out fade thinner at the end tail off pointed',
    'Tail of the stroke',
  ),
  vary(
    'ends',
    'steady',
    'Steady',
    'steady smooth smoothing stabilise stabilize stabilizer shaky hand lag wobbly calm',
    'Steady value',
  ),
  vary(
    'ends',
    'floor',
    'How the sheet lies',
    'perspective floor tilted plane foreshorten ground lie back lying',
    'Tilt value',
  ),
  vary('relief', 'lamp', 'Lamp', 'lamp light lighting shadow shine bump', 'Lamp'),
  vary(
    'coats',
    'coats',
    'Coats',
    'coat layer dual second brush combine mask stack on top',
    'One more coat, like this one',
  ),
  vary('coats', 'join', 'How a coat joins', 'mask clip cover multiply join layers cut out', 'How Coat 2 joins'),
];
