// What a thread of the pool runs.
import type { Picture } from '@amber-stamp/core/raster';
import { move, transferableSymbol, valueSymbol } from 'piscina';
import { runTask, type HeavyTask } from './tasks.ts';

/** The memory of a picture's pixels, and of the corners and triangles of its mesh. */
const buffersOf = ({ data, mesh }: Picture): ArrayBufferLike[] =>
  [data, mesh?.positions, mesh?.indices].flatMap((values) => (values ? [values.buffer] : []));

function pictureIn(done: unknown): Picture | undefined {
  const { picture = done } = done as { picture?: unknown };
  return ArrayBuffer.isView((picture as Partial<Picture>).data) ? (picture as Picture) : undefined;
}

/** Does one task; a picture goes to who asked without being copied. */
export default async function run(task: HeavyTask): Promise<unknown> {
  const answer = await runTask(task);
  const picture = 'done' in answer ? pictureIn(answer.done) : undefined;
  if (!picture) return answer;
  return move({ [transferableSymbol]: [...new Set(buffersOf(picture))], [valueSymbol]: answer });
}
