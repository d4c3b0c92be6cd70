const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/** Whether text can be an id at all: anything else must not reach a query. */
export const isId = (text: string): boolean => UUID.test(text);
