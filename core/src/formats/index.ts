export { isExr } from './exr-header.ts';
export { encodeObj } from './obj.ts';
export {
  type Pack,
  type PackShelf,
  type PlateOrigin,
  addDocument,
  brushPath,
  brushPaths,
  checkComplete,
  checkEntries,
  checkHash,
  checkListed,
  emptyPack,
  fileName,
  manifestOf,
  manifestSchema,
  packedDocument,
  readManifest,
  readPack,
  writePack,
} from './pack.ts';
export { openPlate, writePlate } from './plate-file.ts';
export { SPAN_KEY, spanFromText } from './png-span.ts';
export { decodePlate, encodePlate, encodeRgba, pngSize } from './png.ts';
export { OwnReason, reasonOf } from './reason.ts';
export { type ZipEntry, ZIP_HEADER, ZIP_TAIL, zipDataAt, zipEnd, zipEntries } from './zip-directory.ts';
export { describeSprites, packSprites, type SpriteFrame, type SpriteSheet, type SpriteWish } from './sprites.ts';
export { encodeTip, PLAIN_TIP, tipEnding, type TipForm } from './tip-files.ts';
export { sha256Hex } from './sha256.ts';
