const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

const SHA256 = /^[0-9a-f]{64}$/;

/** Whether text can be a SHA-256 in hex. */
export const isSha256 = (text: string): boolean => SHA256.test(text);

/** Whether text can be an id at all: anything else must not reach a query. */
export const isId = (text: string): boolean => UUID.test(text);
