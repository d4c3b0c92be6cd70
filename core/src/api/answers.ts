import { array, boolean, number, string, type InferType, type Schema } from 'yup';
import { benchSchema } from '../bench/bench.ts';
import { sha256Schema, shape } from '../model/check.ts';
import { strokesSchema } from '../model/strokes.ts';

// What the server answers: its routes, their description and the pages are all typed by these schemas.

const id = () => string().uuid().required();
const text = () => string().defined();
const count = () => number().integer().min(0).required();
/** ISO 8601 */
const moment = () => string().required();

/** A part of a list, and what the next part is asked for by; null at the end. */
export const pageAnswer = (listing: Schema) =>
  shape({ items: array(listing).required(), next: string().defined().nullable() });
export interface Page<T> {
  items: T[];
  next: string | null;
}

export const healthAnswer = shape({ ok: boolean().required() });

/** A picture or mesh as it came. */
export const sourceAnswer = shape({
  id: id(),
  name: text(),
  kind: text(),
  sha256: sha256Schema().required(),
  format: text(),
  width: count(),
  height: count(),
  channels: count(),
  bits: count(),
  createdAt: moment(),
});
export interface SourceInfo extends InferType<typeof sourceAnswer> {}

/** A brush itself; its state is a version. */
export const brushAnswer = shape({
  id: id(),
  name: text(),
  drawer: text(),
  note: text(),
  currentId: string().uuid().defined().nullable(),
  keptAt: moment(),
  putAwayAt: string().defined().nullable(),
  createdAt: moment(),
});
export interface BrushInfo extends InferType<typeof brushAnswer> {}

/** A brush as the cabinet shows it. */
export const brushListing = shape({
  id: id(),
  name: text(),
  drawer: text(),
  note: text(),
  putAwayAt: string().defined().nullable(),
  createdAt: moment(),
  version: count(),
  thumbnail: sha256Schema().defined().nullable(),
  keptAt: moment(),
  tips: count(),
});
export interface BrushListing extends InferType<typeof brushListing> {}

/** How much lies where in the cabinet. */
export const cabinetAnswer = shape({
  drawers: array(shape({ name: text(), count: count() }).required()).required(),
  /** that are not put away */
  brushes: count(),
  away: count(),
  sources: count(),
  plates: count(),
});
export interface Cabinet extends InferType<typeof cabinetAnswer> {}

const versionFields = {
  id: id(),
  number: count(),
  branch: count(),
  parentId: string().uuid().defined().nullable(),
  what: text(),
  thumbnail: sha256Schema().defined().nullable(),
  createdAt: moment(),
};
/** A kept state without its body. */
export const versionListing = shape(versionFields);
export interface VersionInfo extends InferType<typeof versionListing> {}

/** A kept state. */
export const versionAnswer = shape({
  ...versionFields,
  brushId: id(),
  body: benchSchema,
});
export interface Version extends InferType<typeof versionAnswer> {}

/** A brush with its present state. */
export const openBrushAnswer = shape({ brush: brushAnswer.required(), version: versionAnswer.required() });
export interface OpenBrush extends InferType<typeof openBrushAnswer> {}

/** What became of a state that was sent; not current: the brush had moved on, it was kept as a branch. */
export const keptAnswer = shape({
  id: id(),
  number: count(),
  branch: count(),
  current: boolean().required(),
});
export interface Kept extends InferType<typeof keptAnswer> {}

export const createdBrushAnswer = shape({ brush: brushAnswer.required(), kept: keptAnswer.required() });
export interface CreatedBrush extends InferType<typeof createdBrushAnswer> {}

/** A plate that a kept state prints with. */
export const plateAnswer = shape({
  sha256: sha256Schema().required(),
  name: text(),
  width: count(),
  height: count(),
  sourceId: string().uuid().defined().nullable(),
  createdAt: moment(),
});
export interface PlateInfo extends InferType<typeof plateAnswer> {}

/** A file by its content. */
export const blobAnswer = shape({ sha256: sha256Schema().required(), size: count() });
export interface StoredBlob extends InferType<typeof blobAnswer> {}

/** What a pack brought. */
export const importedAnswer = shape({
  brushes: array(shape({ id: id(), name: text(), alreadyHere: boolean().required() })).required(),
});
export interface Imported extends InferType<typeof importedAnswer> {}

/** Pen strokes that are kept by a name. */
export const recordingAnswer = shape({
  id: id(),
  name: text(),
  body: strokesSchema,
  putAwayAt: string().defined().nullable(),
  createdAt: moment(),
});
export interface Recording extends InferType<typeof recordingAnswer> {}
