export { smoothPath } from './path.ts';
export { RECORDING_SIZE, recordings } from './recordings.ts';
export { replayMoments, replayMs, replayed } from './replay.ts';
export { settledWay } from './steady.ts';
export { distanceTo, straightened } from './straight.ts';
export { TRIAL_SIZE, builtUpDabs, portraitStroke, singleDabs, trialStrokes, wideStrokes } from './trial.ts';
