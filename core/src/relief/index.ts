export { MAX_CAST_PX, MIN_CAST_PX, castMesh } from './cast.ts';
export { castDown, USUAL_UNIT } from './down.ts';
export { gridMesh } from './grid-mesh.ts';
export { latticeIndex, latticePlace, shapedByLattice } from './lattice.ts';
export { pictureOfMesh } from './mesh-picture.ts';
export { badMesh, boxOfMesh, checkMesh } from './mesh.ts';
export { GREENS } from './normal-map.ts';
export { MAX_PRESSES, type Press, type PressTip, type SurfaceState, press, pressFields, pressesOn } from './press.ts';
export {
  MAX_SECTORS,
  MIRRORS,
  SCULPT_TOOLS,
  type SculptStroke,
  type SculptTool,
  dabsAlong,
  rowOfStroke,
  strokeOfRow,
} from './sculpt-stroke.ts';
export { Sculpture } from './sculpture.ts';
export { LAMP, LAMP_ALTITUDE, type Lamp, shadeHeights, towardsLamp } from './shade.ts';
export { SOLIDS, type Solid, sheetMesh, solidMesh } from './solids.ts';
export { linesFor } from './surface-lines.ts';
export { SURFACES, type Surface, type SurfaceName, gridIndices, gridNormals, makeSurface } from './surface.ts';
export { FRONT, UPS, VIEWS, type View, type ViewName, frameOf, seenFrom } from './view.ts';
