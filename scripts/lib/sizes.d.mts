export interface BuiltSize {
  name: string;
  first: boolean;
  bytes: number;
  packed: number;
}
export function sizesOf(): BuiltSize[];
export function writeSizes(): void;
export function checkSizes(): void;
