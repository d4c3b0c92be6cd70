/** The one catalogue of coded errors: code, HTTP status, title. The detail sentence says what, where and what to do. */
export const ERRORS = {
  'bad-json': { status: 400, title: 'This is not valid JSON' },
  'bad-value': { status: 422, title: 'A value is not allowed here' },
  'unknown-key': { status: 422, title: 'An unknown key' },
  'newer-version': { status: 422, title: 'Made by a newer version' },
  'bad-picture': { status: 422, title: 'The picture cannot be read' },
  'bad-mesh': { status: 422, title: 'The mesh cannot be read' },
  'empty-file': { status: 422, title: 'The file is empty' },
  'picture-too-large': { status: 413, title: 'The picture is too large' },
  'nothing-to-print': { status: 422, title: 'Nothing in the picture prints' },
  'file-too-large': { status: 413, title: 'The file is too large' },
  'bad-pack': { status: 422, title: 'The pack cannot be opened' },
  'missing-plate': { status: 422, title: 'A plate is missing' },
  'outside-folder': { status: 422, title: 'A path leaves its folder' },
  'too-many-dabs': { status: 422, title: 'Too many dabs' },
  'file-not-found': { status: 404, title: 'There is no such file' },
  'cannot-write': { status: 500, title: 'The file cannot be written' },
  'not-found': { status: 404, title: 'There is nothing here' },
  'no-such-route': { status: 404, title: 'There is no such address' },
  'not-allowed': { status: 401, title: 'A token is needed' },
  'bad-request': { status: 400, title: 'The request cannot be read' },
  'wrong-origin': { status: 403, title: 'Another site may not change this' },
  'wrong-type': { status: 415, title: 'This kind of content is not taken' },
  'timed-out': { status: 408, title: 'It took too long' },
  'too-busy': { status: 429, title: 'Too much at once' },
  'wrong-host': { status: 421, title: 'This name is not served here' },
  cancelled: { status: 499, title: 'Cancelled' },
  'storage-failed': { status: 507, title: 'It could not be kept' },
  unexpected: { status: 500, title: 'Something went wrong' },
} as const satisfies Record<string, { status: number; title: string }>;

export type ErrorCode = keyof typeof ERRORS;

/** What breaks a line, or moves in it. */
const CONTROL = /[\0-\x1f\x7f\u2028\u2029]+/g;

/** An error that a person can act on: `message` is one sentence, `where` names the file, key or field. */
export class AmberError extends Error {
  readonly code: ErrorCode;
  readonly where: string | undefined;
  constructor(code: ErrorCode, message: string, where?: string) {
    // names of files and keys may hold anything; a sentence is one line
    super(message.replace(CONTROL, ' '));
    this.name = 'AmberError';
    this.code = code;
    this.where = where;
  }
  /** Known by its name and code: a part that is loaded later may carry a copy of this class. */
  static override [Symbol.hasInstance](value: unknown): boolean {
    return value instanceof Error && value.name === 'AmberError' && (value as { code?: string }).code! in ERRORS;
  }
  get status(): number {
    return ERRORS[this.code].status;
  }
}
