import {
  bigint,
  bigserial,
  boolean,
  customType,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  real,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core';
import { sql } from 'drizzle-orm';
import type { Bench } from '@amber-stamp/core/bench';
import type { Strokes } from '@amber-stamp/core/model';

const bytea = customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => 'bytea' });
const made = () =>
  timestamp('created_at', { withTimezone: true })
    .notNull()
    .default(sql`clock_timestamp()`);

/** Files by their content: stored once however often they are used, in chunks that stream both ways. */
export const blobs = pgTable('blobs', {
  id: bigserial('id', { mode: 'number' }).primaryKey(),
  sha256: text('sha256').unique(),
  size: bigint('size', { mode: 'number' }).notNull().default(0),
  createdAt: made(),
});
export const blobChunks = pgTable(
  'blob_chunks',
  {
    blobId: bigint('blob_id', { mode: 'number' })
      .notNull()
      .references(() => blobs.id, { onDelete: 'cascade' }),
    place: integer('place').notNull(),
    data: bytea('data').notNull(),
  },
  (t) => [primaryKey({ columns: [t.blobId, t.place] })],
);

/** Small pictures of files by their content and what they are shown as, WebP: each is made once. */
export const thumbnails = pgTable(
  'thumbnails',
  {
    what: text('what').notNull(),
    sha256: text('sha256').notNull(),
    side: integer('side').notNull(),
    data: bytea('data').notNull(),
  },
  (t) => [primaryKey({ columns: [t.what, t.sha256, t.side] })],
);

/** Packs whose files are still being taken over, each kept whole by the server that received it. */
export const packs = pgTable('packs', { id: uuid('id').primaryKey(), path: text('path').notNull(), createdAt: made() });

/** Where a file of such a pack lies in it. */
export const packedFiles = pgTable(
  'packed_files',
  {
    sha256: text('sha256').primaryKey(),
    packId: uuid('pack_id')
      .notNull()
      .references(() => packs.id, { onDelete: 'cascade' }),
    at: bigint('at', { mode: 'number' }).notNull(),
    packed: bigint('packed', { mode: 'number' }).notNull(),
    size: bigint('size', { mode: 'number' }).notNull(),
    method: integer('method').notNull(),
  },
  (t) => [index('packed_files_pack').on(t.packId)],
);

export const sources = pgTable(
  'sources',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    kind: text('kind').notNull().default('picture'),
    sha256: text('sha256').notNull().unique(),
    format: text('format').notNull(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    channels: integer('channels').notNull(),
    bits: integer('bits').notNull(),
    createdAt: made(),
  },
  (t) => [index('sources_made').on(t.createdAt, t.id)],
);

/** Every plate that a kept state printed with. */
export const plates = pgTable(
  'plates',
  {
    sha256: text('sha256').primaryKey(),
    name: text('name').notNull(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    sourceId: uuid('source_id').references(() => sources.id),
    /** it was made to tile */
    tiles: boolean('tiles').notNull().default(false),
    /** its outline runs out softly; false too where nobody has looked */
    soft: boolean('soft').notNull().default(false),
    createdAt: made(),
  },
  (t) => [index('plates_made').on(t.createdAt, t.sha256)],
);

/** Drawers of the cabinet in their order; one may be empty. */
export const drawers = pgTable('drawers', {
  name: text('name').primaryKey(),
  place: integer('place').notNull(),
  note: text('note').notNull().default(''),
});

export const brushes = pgTable(
  'brushes',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    drawer: text('drawer').notNull().default('New'),
    note: text('note').notNull().default(''),
    tags: text('tags').array().notNull().default([]),
    /** what it is and does, in the words that it is found by; null: not worked out yet */
    words: text('words').array(),
    /** the version on the main line that is shown; set right after the first version is written */
    currentId: uuid('current_id'),
    /** when the version that is shown was kept: the order of the cabinet */
    keptAt: timestamp('kept_at', { withTimezone: true })
      .notNull()
      .default(sql`clock_timestamp()`),
    putAwayAt: timestamp('put_away_at', { withTimezone: true }),
    createdAt: made(),
  },
  (t) => [index('brushes_kept').on(t.keptAt, t.id), index('brushes_drawer').on(t.drawer, t.keptAt, t.id)],
);

/** Kept states: only ever added to. */
export const versions = pgTable(
  'versions',
  {
    id: uuid('id').primaryKey(),
    brushId: uuid('brush_id')
      .notNull()
      .references(() => brushes.id),
    number: integer('number').notNull(),
    /** 0 is the main line */
    branch: integer('branch').notNull().default(0),
    parentId: uuid('parent_id'),
    what: text('what').notNull(),
    thumbnail: text('thumbnail'),
    body: jsonb('body').$type<Bench>().notNull(),
    /** as its standard stroke was measured; null: it was not */
    echo: real('echo'),
    texture: real('texture'),
    createdAt: made(),
  },
  (t) => [index('versions_brush').on(t.brushId, t.number)],
);

/** Which version names which file or source, wherever in its state: by SHA-256 or id. */
export const uses = pgTable(
  'uses',
  {
    versionId: uuid('version_id')
      .notNull()
      .references(() => versions.id, { onDelete: 'cascade' }),
    brushId: uuid('brush_id').notNull(),
    what: text('what').notNull(),
  },
  (t) => [primaryKey({ columns: [t.versionId, t.what] }), index('uses_what').on(t.what)],
);

/** Pen strokes that are kept by a name of their own, to be laid on any sheet. */
export const recordings = pgTable('recordings', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  body: jsonb('body').$type<Strokes>().notNull(),
  putAwayAt: timestamp('put_away_at', { withTimezone: true }),
  createdAt: made(),
});

/** Facts about this database, such as whether the made-up brushes were loaded. */
export const settings = pgTable('settings', { key: text('key').primaryKey(), value: text('value').notNull() });
