export const packCommand = async (_: string[]): Promise<object> => ({});
export const unpackCommand = async (_: string[]): Promise<object> => ({});
