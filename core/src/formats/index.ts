export { isExr } from './exr-header.ts';
export { encodeObj } from './obj.ts';
export {
  type Pack,
  type PlateOrigin,
  brushPath,
  brushPaths,
  fileName,
  manifestOf,
  manifestSchema,
  packedDocument,
  readPack,
  sha256Hex,
  writePack,
} from './pack.ts';
export { openPlate, writePlate } from './plate-file.ts';
export { SPAN_KEY, spanFromText } from './png-span.ts';
export { decodePlate, encodePlate, encodeRgba, pngSize } from './png.ts';
export { OwnReason, reasonOf } from './reason.ts';
