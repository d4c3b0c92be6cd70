/** A reason in words of our own why a file cannot be read. */
export class OwnReason extends Error {}

const CUT_OFF =
  /end of|premature|truncat|too short|out of (range|bounds)|outside|not enough|typed array length|offset/i;
const FOREIGN = /unsupported image format|signature|not a png|magic/i;

/** Why a file cannot be read, in words of our own: what a library says of it is meant for those who write such files. */
export function reasonOf(cause: unknown): string {
  if (cause instanceof OwnReason) return cause.message;
  const said = cause instanceof Error ? cause.message : String(cause);
  if (CUT_OFF.test(said)) return 'it is cut off';
  return FOREIGN.test(said) ? 'it does not begin like one' : 'its contents are damaged';
}
