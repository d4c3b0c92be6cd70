/**
 * Values by key of which only so many are kept, or so much where they are weighed: those that were asked for or set last
 * (least recently used go first).
 */
export class Lru<Key, Value> {
  private readonly values = new Map<Key, Value>();
  private readonly most: number;
  private readonly mostWeight: number;
  private readonly weigh: (value: Value) => number;
  private weight = 0;

  constructor(most: number, mostWeight = Infinity, weigh: (value: Value) => number = () => 0) {
    this.most = most;
    this.mostWeight = mostWeight;
    this.weigh = weigh;
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

  /** Keeps a value, however heavy; gives what had to go for it, by key. At least `atLeast` values stay. */
  set(key: Key, value: Value, atLeast = 1): [Key, Value][] {
    this.delete(key);
    this.values.set(key, value);
    this.weight += this.weigh(value);
    return this.dropDown(atLeast);
  }

  delete(key: Key): boolean {
    const value = this.values.get(key);
    if (value === undefined) return false;
    this.weight -= this.weigh(value);
    return this.values.delete(key);
  }

  /** Drops what was not used for longest until it is no longer too many or too much, or so many are left. */
  private dropDown(atLeast: number): [Key, Value][] {
    const gone: [Key, Value][] = [];
    for (const entry of this.values) {
      const tooMuch = this.values.size > this.most || this.weight > this.mostWeight;
      if (!tooMuch || this.values.size <= atLeast) break;
      this.delete(entry[0]);
      gone.push(entry);
    }
    return gone;
  }

  [Symbol.iterator](): IterableIterator<[Key, Value]> {
    return this.values[Symbol.iterator]();
  }
}
