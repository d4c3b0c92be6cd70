/**
 * What lies in the memory that the kernel and TypeScript share: byte offsets, little endian. core/src/ink/layout.ts says the
 * same, with what each is; a test holds the two equal.
 */
// @ts-ignore: decorator
@inline
export const ENTRY_X: usize = 0;
// @ts-ignore: decorator
@inline
export const ENTRY_Y: usize = 8;
// @ts-ignore: decorator
@inline
export const ENTRY_WIDTH: usize = 16;
// @ts-ignore: decorator
@inline
export const ENTRY_HEIGHT: usize = 24;
// @ts-ignore: decorator
@inline
export const ENTRY_TURNS: usize = 32;
// @ts-ignore: decorator
@inline
export const ENTRY_LEVEL: usize = 40;
// @ts-ignore: decorator
@inline
export const ENTRY_MIRRORS: usize = 44;
// @ts-ignore: decorator
@inline
export const ENTRY_OPACITY: usize = 48;
// @ts-ignore: decorator
@inline
export const ENTRY_FLOW: usize = 52;
// @ts-ignore: decorator
@inline
export const ENTRY_BYTES: usize = 64;
// @ts-ignore: decorator
@inline
export const LEVEL_HULL: usize = 0;
// @ts-ignore: decorator
@inline
export const LEVEL_ACROSS: usize = 64;
// @ts-ignore: decorator
@inline
export const LEVEL_DOWN: usize = 72;
// @ts-ignore: decorator
@inline
export const LEVEL_BITS: usize = 80;
// @ts-ignore: decorator
@inline
export const LEVEL_STRIDE: usize = 84;
// @ts-ignore: decorator
@inline
export const LEVEL_BYTES: usize = 128;
// @ts-ignore: decorator
@inline
export const RECORD_TOP: usize = 0;
// @ts-ignore: decorator
@inline
export const RECORD_BOTTOM: usize = 4;
// @ts-ignore: decorator
@inline
export const RECORD_LEFT: usize = 8;
// @ts-ignore: decorator
@inline
export const RECORD_RIGHT: usize = 12;
// @ts-ignore: decorator
@inline
export const RECORD_DU_X: usize = 16;
// @ts-ignore: decorator
@inline
export const RECORD_DV_X: usize = 20;
// @ts-ignore: decorator
@inline
export const RECORD_DU_Y: usize = 24;
// @ts-ignore: decorator
@inline
export const RECORD_DV_Y: usize = 28;
// @ts-ignore: decorator
@inline
export const RECORD_U: usize = 32;
// @ts-ignore: decorator
@inline
export const RECORD_V: usize = 36;
// @ts-ignore: decorator
@inline
export const RECORD_TEXELS: usize = 40;
// @ts-ignore: decorator
@inline
export const RECORD_STRIDE: usize = 44;
// @ts-ignore: decorator
@inline
export const RECORD_OPACITY: usize = 48;
// @ts-ignore: decorator
@inline
export const RECORD_FLOW: usize = 52;
// @ts-ignore: decorator
@inline
export const RECORD_BITS: usize = 56;
// @ts-ignore: decorator
@inline
export const RECORD_SCALE: usize = 60;
// @ts-ignore: decorator
@inline
export const RECORD_LOWER: usize = 64;
// @ts-ignore: decorator
@inline
export const RECORD_LOWER_SLOPES: usize = 96;
// @ts-ignore: decorator
@inline
export const RECORD_UPPER: usize = 128;
// @ts-ignore: decorator
@inline
export const RECORD_UPPER_SLOPES: usize = 160;
// @ts-ignore: decorator
@inline
export const RECORD_BYTES: usize = 192;
// @ts-ignore: decorator
@inline
export const EXTRAS_GRAIN: usize = 0;
// @ts-ignore: decorator
@inline
export const EXTRAS_GRAIN_STRIDE: usize = 4;
// @ts-ignore: decorator
@inline
export const EXTRAS_DEPTH: usize = 8;
// @ts-ignore: decorator
@inline
export const EXTRAS_BLEND: usize = 12;
// @ts-ignore: decorator
@inline
export const EXTRAS_COLOUR: usize = 16;
// @ts-ignore: decorator
@inline
export const EXTRAS_ALONG: usize = 32;
// @ts-ignore: decorator
@inline
export const EXTRAS_SINCE: usize = 36;
// @ts-ignore: decorator
@inline
export const EXTRAS_START: usize = 40;
// @ts-ignore: decorator
@inline
export const EXTRAS_BYTES: usize = 48;
// @ts-ignore: decorator
@inline
export const RULE_MEET: usize = 0;
// @ts-ignore: decorator
@inline
export const RULE_WAYS: usize = 4;
// @ts-ignore: decorator
@inline
export const RULE_LEFT: usize = 8;
// @ts-ignore: decorator
@inline
export const RULE_TOP: usize = 12;
// @ts-ignore: decorator
@inline
export const RULE_TINTS: usize = 16;
// @ts-ignore: decorator
@inline
export const RULE_BYTES: usize = 32;
// @ts-ignore: decorator
@inline
export const LAMP_TO_X: usize = 0;
// @ts-ignore: decorator
@inline
export const LAMP_TO_Y: usize = 4;
// @ts-ignore: decorator
@inline
export const LAMP_TO_Z: usize = 8;
// @ts-ignore: decorator
@inline
export const LAMP_HALF_X: usize = 12;
// @ts-ignore: decorator
@inline
export const LAMP_HALF_Y: usize = 16;
// @ts-ignore: decorator
@inline
export const LAMP_HALF_Z: usize = 20;
// @ts-ignore: decorator
@inline
export const LAMP_FLAT_SHINE: usize = 24;
// @ts-ignore: decorator
@inline
export const LAMP_AMBIENT: usize = 28;
// @ts-ignore: decorator
@inline
export const LAMP_GLOSS: usize = 32;
// @ts-ignore: decorator
@inline
export const LAMP_BYTES: usize = 36;
// @ts-ignore: decorator
@inline
export const BAND_TILE_COVERAGE: usize = 0;
// @ts-ignore: decorator
@inline
export const BAND_TILE_WAITING: usize = 4;
// @ts-ignore: decorator
@inline
export const BAND_TILE_FIRST: usize = 8;
// @ts-ignore: decorator
@inline
export const BAND_TILE_END: usize = 12;
// @ts-ignore: decorator
@inline
export const BAND_TILE_X: usize = 16;
// @ts-ignore: decorator
@inline
export const BAND_TILE_Y: usize = 20;
// @ts-ignore: decorator
@inline
export const BAND_TILE_BYTES: usize = 32;
// @ts-ignore: decorator
@inline
export const PIECE_FROM_X: usize = 0;
// @ts-ignore: decorator
@inline
export const PIECE_FROM_Y: usize = 8;
// @ts-ignore: decorator
@inline
export const PIECE_FROM_TX: usize = 16;
// @ts-ignore: decorator
@inline
export const PIECE_FROM_TY: usize = 24;
// @ts-ignore: decorator
@inline
export const PIECE_TO_X: usize = 32;
// @ts-ignore: decorator
@inline
export const PIECE_TO_Y: usize = 40;
// @ts-ignore: decorator
@inline
export const PIECE_TO_TX: usize = 48;
// @ts-ignore: decorator
@inline
export const PIECE_TO_TY: usize = 56;
// @ts-ignore: decorator
@inline
export const PIECE_HALF: usize = 64;
// @ts-ignore: decorator
@inline
export const PIECE_NARROWS: usize = 72;
// @ts-ignore: decorator
@inline
export const PIECE_WAY: usize = 80;
// @ts-ignore: decorator
@inline
export const PIECE_ALONG: usize = 88;
// @ts-ignore: decorator
@inline
export const PIECE_U: usize = 96;
// @ts-ignore: decorator
@inline
export const PIECE_SPAN: usize = 104;
// @ts-ignore: decorator
@inline
export const PIECE_ROWS: usize = 112;
// @ts-ignore: decorator
@inline
export const PIECE_REACH: usize = 120;
// @ts-ignore: decorator
@inline
export const PIECE_TEXELS: usize = 128;
// @ts-ignore: decorator
@inline
export const PIECE_LEAN_FROM: usize = 136;
// @ts-ignore: decorator
@inline
export const PIECE_LEAN_TO: usize = 144;
// @ts-ignore: decorator
@inline
export const PIECE_LEAN_SIDE: usize = 152;
// @ts-ignore: decorator
@inline
export const PIECE_SIDE_REACH: usize = 160;
// @ts-ignore: decorator
@inline
export const PIECE_LOW: usize = 168;
// @ts-ignore: decorator
@inline
export const PIECE_HIGH: usize = 176;
// @ts-ignore: decorator
@inline
export const PIECE_FROM_ROW: usize = 184;
// @ts-ignore: decorator
@inline
export const PIECE_PLATE_WIDTH: usize = 188;
// @ts-ignore: decorator
@inline
export const PIECE_BENDS: usize = 192;
// @ts-ignore: decorator
@inline
export const PIECE_WRAPS: usize = 196;
// @ts-ignore: decorator
@inline
export const PIECE_OPENS: usize = 200;
// @ts-ignore: decorator
@inline
export const PIECE_ENDS: usize = 204;
// @ts-ignore: decorator
@inline
export const PIECE_MITRES: usize = 208;
// @ts-ignore: decorator
@inline
export const PIECE_MITRE_COUNT: usize = 212;
// @ts-ignore: decorator
@inline
export const PIECE_LEVELS: usize = 216;
// @ts-ignore: decorator
@inline
export const PIECE_CEILINGS: usize = 220;
// @ts-ignore: decorator
@inline
export const PIECE_FLOWS: usize = 224;
// @ts-ignore: decorator
@inline
export const PIECE_LEFT: usize = 228;
// @ts-ignore: decorator
@inline
export const PIECE_RIGHT: usize = 232;
// @ts-ignore: decorator
@inline
export const PIECE_LEVEL: usize = 236;
// @ts-ignore: decorator
@inline
export const PIECE_Y: usize = 240;
// @ts-ignore: decorator
@inline
export const PIECE_X: usize = 244;
// @ts-ignore: decorator
@inline
export const PIECE_UNTIL_Y: usize = 248;
// @ts-ignore: decorator
@inline
export const PIECE_BYTES: usize = 256;
// @ts-ignore: decorator
@inline
export const COVERED_COVERAGE: usize = 0;
// @ts-ignore: decorator
@inline
export const COVERED_TINTS: usize = 4;
// @ts-ignore: decorator
@inline
export const COVERED_X0: usize = 8;
// @ts-ignore: decorator
@inline
export const COVERED_Y0: usize = 12;
// @ts-ignore: decorator
@inline
export const COVERED_X1: usize = 16;
// @ts-ignore: decorator
@inline
export const COVERED_Y1: usize = 20;
// @ts-ignore: decorator
@inline
export const COVERED_COLOUR: usize = 32;
// @ts-ignore: decorator
@inline
export const COVERED_BYTES: usize = 48;
