/** Values by key of which only so many are kept: those that were asked for or set last (least recently used go first). */
export class Lru<Key, Value> {
  private readonly values = new Map<Key, Value>();
  private readonly most: number;

  constructor(most: number) {
    this.most = most;
  }

  get size(): number {
    return this.values.size;
  }

  has(key: Key): boolean {
    return this.values.has(key);
  }

  /** The value, which now goes last. */
  get(key: Key): Value | undefined {
    const value = this.values.get(key);
    if (value === undefined) return undefined;
    this.values.delete(key);
    this.values.set(key, value);
    return value;
  }

  /** The value, which stays where it is in the order. */
  peek(key: Key): Value | undefined {
    return this.values.get(key);
  }

  /** Keeps a value; gives what had to go for it, by key. At least `atLeast` values stay. */
  set(key: Key, value: Value, atLeast = 0): [Key, Value][] {
    this.values.delete(key);
    this.values.set(key, value);
    return this.dropDown(Math.max(this.most, atLeast));
  }

  delete(key: Key): boolean {
    return this.values.delete(key);
  }

  /** Drops what was not used for longest until so many are left. */
  private dropDown(most: number): [Key, Value][] {
    const gone: [Key, Value][] = [];
    for (const entry of this.values) {
      if (this.values.size <= most) break;
      this.values.delete(entry[0]);
      gone.push(entry);
    }
    return gone;
  }

  [Symbol.iterator](): IterableIterator<[Key, Value]> {
    return this.values[Symbol.iterator]();
  }
}
