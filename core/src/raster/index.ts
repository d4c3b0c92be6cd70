export { MAX_PIXELS, checkPixels } from './limits.ts';
export { type BorderReport, checkBorder, coverage, covers, distinctLevels, histogram, plateBorder } from './measure.ts';
export { type Mesh, type Picture, isUniform, reducePicture, workingFactor } from './picture.ts';
export { type Plate, type Raster, fromPlate, heightPlate, heightsOf, plateTitle, raster, toPlate } from './raster.ts';
export { resample } from './resample.ts';
export { isRectangle, type Side, straightSides } from './straight-edges.ts';
