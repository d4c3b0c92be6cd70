/**
 * The inner loops of the ink engine in AssemblyScript. What they read and write is laid out in layout.ts; the
 * twin in core/src/ink/kernel-plain.ts does the same in the same order and gives the same bits: no relaxed SIMD, no
 * fused multiply-add, float32 for every pixel.
 */
export { place } from './place';
export { lay } from './lay';
export { layThrough } from './through';
export { clear, blend, blendTint, keep, fill, bytes, multiplyAdd, printed } from './sheet';
export { raise, light, shine } from './light';
export { convolve, boxRows, boxColumns } from './blur';
export { product } from './alike';
export { resampleRows, resampleColumns } from './resample';
export { extreme } from './extreme';
export { shown, laidOn, around, rimSums, shiftedRow, pulledRow, valuesAt } from './sample';
export { distances, turned } from './distance';
export { floatPairs, narrowed, span, stretch, widenedWords, wordPairs } from './values';
export { above, columns, columnSums, inside, lessRow, lessStreaks, minus, slopesAlong, times, widened } from './inside';
export { undoDifferences } from './bytes';
export { addGrid } from './levels';
export { pieces, ridge } from './lines';
export { labelPieces, namePieces, pieceRuns } from './pieces';
export { band, bandBuilt } from './band';
export { bandLowered, bandNarrowed } from './band-level';
