import { array, boolean, mixed, number, string, type InferType, type Schema } from 'yup';
import { benchSchema, plateSchema, type BenchPlate } from '../bench/bench.ts';
import { sha256Schema, shape } from '../model/check.ts';
import { strokesSchema } from '../model/strokes.ts';

// What the server answers: its routes, their description and the pages are all typed by these schemas.

const id = () => string().uuid().required();
const text = () => string().defined();
const count = () => number().integer().min(0).required();
/** ISO 8601 */
const moment = () => string().required();
/** 0..100; null: not measured */
const measured = () => number().min(0).max(100).defined().nullable();

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
/** A source as the cabinet lists it. */
export const sourceListing = sourceAnswer.shape({ users: count() });
export interface SourceListing extends InferType<typeof sourceListing> {}
export interface SourceInfo extends InferType<typeof sourceAnswer> {}

/** A brush itself; its state is a version. */
export const brushAnswer = shape({
  id: id(),
  name: text(),
  drawer: text(),
  note: text(),
  tags: array(text()).required(),
  words: array(text()).defined().nullable(),
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
  tags: array(text()).required(),
  /** what it is and does, in the words that it is found by */
  words: array(text()).required(),
  putAwayAt: string().defined().nullable(),
  createdAt: moment(),
  version: count(),
  versionId: id(),
  echo: measured(),
  texture: measured(),
  thumbnail: sha256Schema().defined().nullable(),
  keptAt: moment(),
  tips: count(),
});
export interface BrushListing extends InferType<typeof brushListing> {}

/** How much lies where in the cabinet. */
export const cabinetAnswer = shape({
  drawers: array(shape({ name: text(), note: text(), count: count() }).required()).required(),
  tags: array(shape({ name: text(), count: count() }).required()).required(),
  /** that are not put away */
  brushes: count(),
  away: count(),
  sources: count(),
  /** that brushes print with as they are kept now */
  plates: count(),
  /** that only older versions print with */
  olderPlates: count(),
});
export interface Cabinet extends InferType<typeof cabinetAnswer> {}

const versionFields = {
  id: id(),
  number: count(),
  branch: count(),
  parentId: string().uuid().defined().nullable(),
  what: text(),
  thumbnail: sha256Schema().defined().nullable(),
  echo: measured(),
  createdAt: moment(),
};
/** A kept state without its body. */
export const versionListing = shape(versionFields);
export interface VersionInfo extends InferType<typeof versionListing> {}

/** A kept state. */
export const versionAnswer = shape({
  ...versionFields,
  texture: measured(),
  brushId: id(),
  body: benchSchema,
});
export interface Version extends InferType<typeof versionAnswer> {}

/** All brushes that a search means, by id. */
export const foundAnswer = shape({ ids: array(id()).required() });

const tag = () => string().trim().min(1).max(40).required();
/** What is done to several brushes at once. */
export const brushChangeSchema = shape({
  ids: array(id()).min(1).max(20_000).required(),
  drawer: string().trim().min(1).max(60).optional(),
  note: string().max(200).optional(),
  /** in place of those that they have */
  tags: array(tag()).max(40).optional(),
  addTags: array(tag()).max(40).optional(),
  dropTags: array(tag()).max(40).optional(),
  putAway: boolean().optional(),
});
export interface BrushChange {
  ids: string[];
  drawer?: string;
  note?: string;
  tags?: string[];
  addTags?: string[];
  dropTags?: string[];
  putAway?: boolean;
}
/** What takes changes back, to be sent the same way. */
export const changedAnswer = shape({ undo: array(brushChangeSchema.required()).required() });
export interface Changed {
  undo: BrushChange[];
}

/** What was deleted for good, or would be. */
export const deletedAnswer = shape({
  brushes: count(),
  versions: count(),
  files: count(),
  bytes: count(),
  /** names of those that went along */
  sources: array(text()).required(),
  /** that stay since other brushes are drawn with them */
  kept: array(shape({ id: id(), name: text(), by: array(text()).required() }).required()).required(),
});
export interface Deleted extends InferType<typeof deletedAnswer> {}

/** A brush that uses a file or source. */
export const brushUse = shape({
  id: id(),
  name: text(),
  drawer: text(),
  putAwayAt: string().defined().nullable(),
  thumbnail: sha256Schema().defined().nullable(),
  /** as it is kept now; else only an older version does */
  present: boolean().required(),
});
export interface BrushUse extends InferType<typeof brushUse> {}

/** A brush with its present state. */
export const openBrushAnswer = shape({ brush: brushAnswer.required(), version: versionAnswer.required() });
export interface OpenBrush extends InferType<typeof openBrushAnswer> {}

/** What the standard stroke of a version was measured as. */
export const measuredAnswer = shape({ echo: measured(), texture: measured() });

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
  /** it was made to tile; its outline runs out softly */
  tiles: boolean().required(),
  soft: boolean().required(),
  sourceName: string().defined().nullable(),
  /** brushes that print with it as they are kept now */
  users: count(),
  createdAt: moment(),
});
/** How a plate was cut, as the newest state that prints with it says. */
export const plateOriginAnswer = shape({ name: text(), plate: plateSchema.required() });
export interface PlateOrigin {
  name: string;
  plate: BenchPlate;
}
export interface PlateInfo extends InferType<typeof plateAnswer> {}

/** A file by its content. */
export const blobAnswer = shape({ sha256: sha256Schema().required(), size: count() });
export interface StoredBlob extends InferType<typeof blobAnswer> {}

/** What something that was ordered is fetched by. */
export const orderAnswer = shape({ id: id() });

/** What a pack brought. */
export const importedAnswer = shape({
  brushes: array(shape({ id: id(), name: text(), alreadyHere: boolean().required() })).required(),
});
export interface Imported extends InferType<typeof importedAnswer> {}

/** Something that the server computes for somebody. */
export const workState = shape({
  id: id(),
  command: text(),
  state: string().oneOf(['waiting', 'running', 'done', 'failed', 'cancelled']).required(),
  /** what it said last of how far it is */
  told: text(),
  /** as the command line gives it */
  result: mixed<object>().defined().nullable(),
  /** names of the files that came of it */
  files: array(text()).required(),
  /** why nothing came of it, in one sentence */
  refused: string().defined().nullable(),
});
export interface WorkState extends InferType<typeof workState> {}

/** Pen strokes that are kept by a name. */
export const recordingAnswer = shape({
  id: id(),
  name: text(),
  body: strokesSchema,
  putAwayAt: string().defined().nullable(),
  createdAt: moment(),
});
export interface Recording extends InferType<typeof recordingAnswer> {}
