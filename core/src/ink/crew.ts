import { kernelOver, type WasmMemory } from '../wasm/module.ts';
import type { Kernel } from './kernel-interface.ts';
import type { InkMemory } from './memory.ts';

/** What of the kernel is shared out, by the number that stands for it in memory. */
const CALLS = ['clear', 'lay', 'layThrough', 'printed'] as const;
export type SharedCall = (typeof CALLS)[number];

/** A call of the kernel with its numbers. */
export type KernelCall = readonly [name: SharedCall, ...numbers: number[]];

/** What is done to one tile, in this order; tiles are done in any order, by any thread. */
export type TileWork = readonly KernelCall[];

/** Float64 numbers of a call: which, and at most fifteen more. */
const CALL_NUMBERS = 16;

/** Places of int32 numbers in the block that a crew agrees by. All of them but the addresses only ever rise. */
const WAKE = 0;
/** The first work that is not there to be taken yet, the next one to be taken, and how many are done. */
const LIMIT = 1;
const NEXT = 2;
const DONE = 3;
/** The number of the first work of those that lie there, and the addresses of works and of calls. */
const BASE = 4;
const WORKS = 5;
const CREW_CALLS = 6;
/** How many were done by those who help. */
const HELPED = 7;
const CONTROL_BYTES = 64;

/** Looks so often whether the others are done before it waits for them: mostly they are in a moment. */
const LOOKS = 2000;
const WAIT_MS = 1;

/** Runs one call. */
export function runCall(kernel: Kernel, [name, ...numbers]: KernelCall): void {
  (kernel[name] as (...numbers: number[]) => void)(...numbers);
}

/** Runs the calls of a work that lies in memory. */
function runWork(kernel: Kernel, buffer: ArrayBuffer, works: number, calls: number, place: number): void {
  const [first, count] = new Int32Array(buffer, works + 8 * place, 2);
  for (let c = first; c < first + count; c++) {
    const [call, ...numbers] = new Float64Array(buffer, calls + 8 * CALL_NUMBERS * c, CALL_NUMBERS);
    runCall(kernel, [CALLS[call], ...numbers]);
  }
}

/** Takes works from the counter that all share until none is left, so that who is held up takes fewer; adds to `tally` too. */
function takeAll(kernel: Kernel, buffer: ArrayBuffer, control: number, tally?: number): void {
  const ints = new Int32Array(buffer, control, CONTROL_BYTES / 4);
  for (;;) {
    const limit = Atomics.load(ints, LIMIT);
    const next = Atomics.load(ints, NEXT);
    if (next >= limit) return;
    if (Atomics.compareExchange(ints, NEXT, next, next + 1) !== next) continue;
    // what lies there stays until this one is done
    const place = next - Atomics.load(ints, BASE);
    runWork(kernel, buffer, Atomics.load(ints, WORKS), Atomics.load(ints, CREW_CALLS), place);
    if (tally !== undefined) Atomics.add(ints, tally, 1);
    Atomics.add(ints, DONE, 1);
    Atomics.notify(ints, DONE);
  }
}

/** What a thread needs to help a crew. */
export interface CrewPlace {
  memory: WasmMemory;
  control: number;
}

/** The part of Atomics by which a thread waits and yet hears what else it is told; not everywhere yet. */
interface Waiting {
  waitAsync?: (ints: Int32Array, at: number, value: number) => { async: boolean; value: unknown };
}

/** A helper stays ready for so long before it hears what else it is told: it is called within microseconds then. */
const READY_MS = 100;

/** Waits until a number is no more what it was. */
async function changed(ints: Int32Array, at: number, value: number): Promise<void> {
  if (Atomics.wait(ints, at, value, READY_MS) !== 'timed-out') return;
  const { waitAsync } = Atomics as Waiting;
  if (waitAsync) await waitAsync(ints, at, value).value;
  else Atomics.wait(ints, at, value);
}

/** Helps a crew from another thread, for ever. */
export async function helpCrew({ memory, control }: CrewPlace): Promise<never> {
  const kernel = kernelOver(memory) as Kernel;
  for (;;) {
    const ints = new Int32Array(memory.buffer, control, CONTROL_BYTES / 4);
    const wake = Atomics.load(ints, WAKE);
    takeAll(kernel, memory.buffer, control, HELPED);
    await changed(ints, WAKE, wake);
  }
}

/** Shares work on tiles out among the threads that help an engine, whose memory all of them see. */
export class Crew {
  private readonly memory: InkMemory;
  private readonly kernel: Kernel;
  private readonly control: number;

  /** `memory` is a shared one. */
  constructor(memory: InkMemory, kernel: Kernel) {
    this.memory = memory;
    this.kernel = kernel;
    this.control = memory.allocate(CONTROL_BYTES);
    memory.bytes(this.control, CONTROL_BYTES).fill(0);
  }

  /** What another thread is given to help. */
  get place(): CrewPlace {
    return { memory: this.memory.memory, control: this.control };
  }

  /** How many works others have done so far. */
  get helped(): number {
    return Atomics.load(new Int32Array(this.memory.memory.buffer, this.control, CONTROL_BYTES / 4), HELPED);
  }

  /** Does work together with whoever helps; alone where nobody is free. The others begin while `meanwhile` is done. */
  run(works: readonly TileWork[], meanwhile: () => void = () => undefined): void {
    const { memory, kernel, control } = this;
    const calls = works.reduce((sum, { length }) => sum + length, 0);
    const sizes = [8 * works.length, 8 * CALL_NUMBERS * calls];
    const [worksAt, callsAt] = sizes.map((bytes) => memory.allocate(bytes));
    this.write(works, worksAt, callsAt);
    const ints = new Int32Array(memory.memory.buffer, control, CONTROL_BYTES / 4);
    const limit = ints[LIMIT] + works.length;
    Atomics.store(ints, BASE, ints[LIMIT]);
    Atomics.store(ints, WORKS, worksAt);
    Atomics.store(ints, CREW_CALLS, callsAt);
    Atomics.store(ints, LIMIT, limit);
    Atomics.add(ints, WAKE, 1);
    Atomics.notify(ints, WAKE);
    meanwhile();
    takeAll(kernel, memory.memory.buffer, control);
    for (let look = 0; ; look++) {
      const done = Atomics.load(ints, DONE);
      if (done === limit) break;
      if (look > LOOKS) Atomics.wait(ints, DONE, done, WAIT_MS);
    }
    memory.free(worksAt, sizes[0]);
    memory.free(callsAt, sizes[1]);
  }

  private write(works: readonly TileWork[], worksAt: number, callsAt: number): void {
    const { buffer } = this.memory.memory;
    let call = 0;
    works.forEach((work, place) => {
      new Int32Array(buffer, worksAt + 8 * place, 2).set([call, work.length]);
      for (const [name, ...numbers] of work)
        new Float64Array(buffer, callsAt + 8 * CALL_NUMBERS * call++, CALL_NUMBERS).set([
          CALLS.indexOf(name),
          ...numbers,
        ]);
    });
  }
}
