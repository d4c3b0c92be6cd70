import type { Bench } from '@amber-stamp/core/bench';
import type { Strokes } from '@amber-stamp/core/model';

/** What the API answers; dates are ISO text. */
export interface SourceInfo {
  id: string;
  name: string;
  kind: string;
  sha256: string;
  format: string;
  width: number;
  height: number;
  channels: number;
  bits: number;
  createdAt: string;
}
export interface BrushListing {
  id: string;
  name: string;
  drawer: string;
  note: string;
  putAwayAt: string | null;
  createdAt: string;
  version: number;
  thumbnail: string | null;
  keptAt: string;
  tips: number;
}
export interface VersionInfo {
  id: string;
  number: number;
  branch: number;
  parentId: string | null;
  what: string;
  thumbnail: string | null;
  createdAt: string;
}
export interface Version extends VersionInfo {
  brushId: string;
  body: Bench;
}
export interface OpenBrush {
  brush: { id: string; name: string; drawer: string; note: string; putAwayAt: string | null };
  version: Version;
}
export interface Kept {
  id: string;
  number: number;
  branch: number;
  current: boolean;
}
export interface PlateInfo {
  sha256: string;
  name: string;
  width: number;
  height: number;
  sourceId: string | null;
}
export interface Imported {
  brushes: { id: string; name: string; alreadyHere: boolean }[];
}
export interface Recording {
  id: string;
  name: string;
  body: Strokes;
}
