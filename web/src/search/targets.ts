import { STEPS } from '@amber-stamp/core/cut';
import type { View } from '../stages/prove/view.ts';
import type { Target } from './target.ts';
import { STEP_WORDS } from './step-words.ts';
import { rowTargets, VARY_TARGETS } from './vary-targets.ts';

const stepTargets = (): Target[] =>
  STEPS.map((step) => ({
    id: step.name,
    label: step.label,
    stage: 'cut',
    step: step.name,
    words: `${STEP_WORDS[step.name] ?? ''} ${Object.values(step.params)
      .map((param) => param.label)
      .join(' ')}`,
  }));

const prove = (view: View, id: string, label: string, words: string, control: Target['control'] = label): Target => ({
  id,
  label,
  stage: 'prove',
  view,
  control,
  words,
});

const PROVE_TARGETS: readonly Target[] = [
  prove(
    'echo',
    'echo',
    'Echo',
    'echo repetition repeats repeating pattern visible repeat same again tiling noticeable',
    'What is looked at',
  ),
  prove('echo', 'cures', 'Cures', 'cure fix improve suggestion help solve less repetition automatic', 'Cure it for me'),
  prove('echo', 'give-aways', 'Give-aways', 'give-away landmark feature what repeats spot', 'What is looked at'),
  prove(
    'pins',
    'pins',
    'Pins',
    'pin compare comparison before after snapshot side by side state ab',
    'What is looked at',
  ),
  prove(
    'ladder',
    'ladder',
    'Ladder',
    'ladder sweep contact sheet grid variants series compare values 1 10 20 50',
    'What is looked at',
  ),
  prove(
    'ground',
    'ground',
    'Ground',
    'ground scene backdrop picture black white behind in front clip reveal cover',
    'What is looked at',
  ),
  prove(
    'ground',
    'blend',
    'How ink lies on the ground',
    'layer blend mode opacity blur of layer behind clipped',
    'What is looked at',
  ),
  prove(
    'surface',
    'surface',
    'Surface',
    'surface ball sphere cylinder vase model three dimensional 3d displacement stamp drag dot',
    'What is looked at',
  ),
];

const OTHER_TARGETS: readonly Target[] = [
  {
    id: 'prints',
    label: 'What prints',
    stage: 'find',
    words: 'prints dark light transparency transparent alpha channel black white which way inverse',
    control: 'What prints?',
  },
  {
    id: 'source',
    label: 'Another source',
    stage: 'find',
    words: 'source file open import photo photograph scan image picture replace load',
    control: 'A source from the cabinet',
  },
  {
    id: 'part',
    label: 'Part of the picture',
    stage: 'find',
    words: 'crop select selection outline rectangle part marks several tips sheet split',
    control: 'A source from the cabinet',
  },
  {
    id: 'intent',
    label: 'What it is for',
    stage: 'find',
    words: 'purpose use tip grain band ground intent role',
    control: 'What is it for?',
  },
  {
    id: 'pack',
    label: 'Save the pack',
    stage: 'pack',
    words: 'save export pack zip share give backup download send',
    control: 'Save the pack',
  },
  {
    id: 'tip files',
    label: 'Tip as a file',
    stage: 'pack',
    words: 'png exr tiff export bit depth 16 32 8 save tip sprite atlas json',
    control: 'Save',
  },
  {
    id: 'normal map',
    label: 'Relief files',
    stage: 'pack',
    words: 'normal map displacement height export bump vector',
    control: 'Save',
  },
  {
    id: 'sheet file',
    label: 'Save the trial sheet',
    stage: 'pack',
    words: 'save picture of strokes preview sheet sample',
    control: 'Save the trial sheet',
  },
  {
    id: 'sheet alone',
    label: 'Sheet alone',
    stage: 'vary',
    words: 'full fullscreen screen whole window maximise maximize bigger canvas drawing area zen',
    control: 'sheet alone',
  },
  {
    id: 'sheet zoom',
    label: 'View of the sheet',
    stage: 'vary',
    words: 'zoom magnify enlarge closer fit pan percent 100',
    control: 'Larger view',
  },
  {
    id: 'pen',
    label: 'The pen',
    stage: 'vary',
    words: 'pen stylus tablet pressure tilt lean mouse simulate press twist',
    control: 'the pen',
  },
  {
    id: 'recorded',
    label: 'Recorded strokes',
    stage: 'vary',
    words: 'recorded recording replay record strokes keep strokes demo',
    control: 'recorded strokes',
  },
  {
    id: 'quality',
    label: 'Quality',
    stage: 'vary',
    words: 'quality speed fast fine quick performance slow lag preview coarse',
    control: 'Quality',
  },
  {
    id: 'seed',
    label: 'Seed',
    stage: 'vary',
    words: 'seed roll random dice another chance different',
    control: 'roll',
  },
];

/** Everything that words lead to, what is used most first. */
export const TARGETS: readonly Target[] = [
  ...rowTargets(),
  ...VARY_TARGETS,
  ...stepTargets(),
  ...PROVE_TARGETS,
  ...OTHER_TARGETS,
];
