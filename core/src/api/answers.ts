import { array, boolean, number, object, string, type InferType, type Schema } from 'yup';
import { benchSchema, type Bench } from '../bench/bench.ts';
import { strokesSchema, type Strokes } from '../model/strokes.ts';

// What the server answers: its routes, their description and the pages are all typed by these schemas.

const id = () => string().uuid().required();
const text = () => string().defined();
const count = () => number().integer().min(0).required();
const sha256 = () => string().matches(/^[0-9a-f]{64}$/);
/** ISO 8601 */
const moment = () => string().required();

export const healthAnswer = object({ ok: boolean().required() }).noUnknown();

/** A picture or mesh as it came. */
export const sourceAnswer = object({
  id: id(),
  name: text(),
  kind: text(),
  sha256: sha256().required(),
  format: text(),
  width: count(),
  height: count(),
  channels: count(),
  bits: count(),
  createdAt: moment(),
}).noUnknown();
export type SourceInfo = InferType<typeof sourceAnswer>;

/** A brush itself; its state is a version. */
export const brushAnswer = object({
  id: id(),
  name: text(),
  drawer: text(),
  note: text(),
  currentId: string().uuid().defined().nullable(),
  putAwayAt: string().defined().nullable(),
  createdAt: moment(),
}).noUnknown();
export type BrushInfo = InferType<typeof brushAnswer>;

/** A brush as the cabinet shows it. */
export const brushListing = object({
  id: id(),
  name: text(),
  drawer: text(),
  note: text(),
  putAwayAt: string().defined().nullable(),
  createdAt: moment(),
  version: count(),
  thumbnail: sha256().defined().nullable(),
  keptAt: moment(),
  tips: count(),
}).noUnknown();
export type BrushListing = InferType<typeof brushListing>;

const versionFields = {
  id: id(),
  number: count(),
  branch: count(),
  parentId: string().uuid().defined().nullable(),
  what: text(),
  thumbnail: sha256().defined().nullable(),
  createdAt: moment(),
};
/** A kept state without its body. */
export const versionListing = object(versionFields).noUnknown();
export type VersionInfo = InferType<typeof versionListing>;

/** A kept state. */
export const versionAnswer = object({
  ...versionFields,
  brushId: id(),
  body: benchSchema as unknown as Schema<Bench>,
}).noUnknown();
export type Version = InferType<typeof versionAnswer>;

/** A brush with its present state. */
export const openBrushAnswer = object({ brush: brushAnswer.required(), version: versionAnswer.required() }).noUnknown();
export type OpenBrush = InferType<typeof openBrushAnswer>;

/** What became of a state that was sent; not current: the brush had moved on, it was kept as a branch. */
export const keptAnswer = object({
  id: id(),
  number: count(),
  branch: count(),
  current: boolean().required(),
}).noUnknown();
export type Kept = InferType<typeof keptAnswer>;

export const createdBrushAnswer = object({ brush: brushAnswer.required(), kept: keptAnswer.required() }).noUnknown();
export type CreatedBrush = InferType<typeof createdBrushAnswer>;

/** A plate that a kept state prints with. */
export const plateAnswer = object({
  sha256: sha256().required(),
  name: text(),
  width: count(),
  height: count(),
  sourceId: string().uuid().defined().nullable(),
  createdAt: moment(),
}).noUnknown();
export type PlateInfo = InferType<typeof plateAnswer>;

/** A file by its content. */
export const blobAnswer = object({ sha256: sha256().required(), size: count() }).noUnknown();
export type StoredBlob = InferType<typeof blobAnswer>;

/** What a pack brought. */
export const importedAnswer = object({
  brushes: array(object({ id: id(), name: text(), alreadyHere: boolean().required() }).noUnknown()).required(),
}).noUnknown();
export type Imported = InferType<typeof importedAnswer>;

/** Pen strokes that are kept by a name. */
export const recordingAnswer = object({
  id: id(),
  name: text(),
  body: strokesSchema as unknown as Schema<Strokes>,
  putAwayAt: string().defined().nullable(),
  createdAt: moment(),
}).noUnknown();
export type Recording = InferType<typeof recordingAnswer>;
