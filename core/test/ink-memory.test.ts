import { expect } from 'chai';
import { setTimeout } from 'node:timers/promises';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { InkEngine } from '../src/ink/index.ts';
import { InkMemory } from '../src/ink/memory.ts';
import { noiseAt } from './helpers/kinds.ts';

const KIB = 1024;

describe('the memory of the ink', () => {
  it('hands out blocks that never lie over one another, each at a multiple of its size', () => {
    const memory = new InkMemory();
    const blocks: { at: number; size: number }[] = [];
    for (let k = 0; k < 4000; k++) {
      const size = KIB * 2 ** Math.floor(noiseAt(k, 0) * 9);
      const at = memory.allocate(size - Math.floor(noiseAt(k, 1) * 400));
      expect(at % size).to.equal(0);
      const over = blocks.find((block) => at < block.at + block.size && block.at < at + size);
      expect(over, `${at} of ${size} bytes`).to.equal(undefined);
      blocks.push({ at, size });
      while (blocks.length > 60 || (blocks.length > 0 && noiseAt(k, blocks.length + 2) < 0.3)) {
        const [gone] = blocks.splice(Math.floor(noiseAt(k, 99 + blocks.length) * blocks.length), 1);
        memory.free(gone.at, gone.size);
      }
    }
  });

  it('gives what was freed in small blocks again as large ones, and large ones as small', () => {
    const memory = new InkMemory();
    const fill = (bytes: number) => Array.from({ length: (16 * KIB * KIB) / bytes }, () => memory.allocate(bytes));
    const empty = (blocks: readonly number[], bytes: number) => blocks.forEach((at) => memory.free(at, bytes));
    empty(fill(256 * KIB), 256 * KIB);
    const used = memory.usedBytes;
    for (const bytes of [KIB, 1024 * KIB, 4 * KIB, 8192 * KIB, 64 * KIB]) {
      const blocks = fill(bytes);
      expect(new Set(blocks).size).to.equal(blocks.length);
      empty(blocks, bytes);
    }
    expect(memory.usedBytes).to.be.at.most(used + 16 * KIB * KIB);
  });

  it('uses what it leaves out so that a large block lies well', () => {
    const memory = new InkMemory();
    memory.allocate(KIB);
    memory.allocate(1024 * KIB);
    const used = memory.usedBytes;
    for (const bytes of [512 * KIB, 256 * KIB, 2 * KIB]) memory.allocate(bytes);
    expect(memory.usedBytes).to.equal(used);
  });

  it('that was outgrown is seen by nothing of an engine any more', async () => {
    setFlagsFromString('--expose-gc');
    const collect = runInNewContext('gc') as () => void;
    const { memory } = new InkEngine();
    const outgrown = new WeakRef(memory.memory.buffer);
    memory.allocate(2 * memory.memory.buffer.byteLength);
    await setTimeout(1);
    collect();
    expect(outgrown.deref()).to.equal(undefined);
  });

  it('is full with one clear error, and nothing that lies there is lost', () => {
    const memory = new InkMemory();
    const at = memory.allocate(KIB);
    memory.bytes(at, KIB).fill(7);
    expect(() => memory.allocate(2 ** 31)).to.throw(RangeError);
    expect(memory.bytes(at, KIB).every((byte) => byte === 7)).to.equal(true);
    expect(memory.allocate(KIB)).to.be.greaterThan(at);
  });
});
