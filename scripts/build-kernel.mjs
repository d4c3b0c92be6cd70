// Compiles core/kernel/kernel.ts (AssemblyScript, SIMD) and writes its bytes as a TypeScript module that every
// environment can load without a file or a request. Skipped when nothing changed.
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { join } from 'node:path';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const SOURCE = join(ROOT, 'core/kernel/kernel.ts');
const TARGET = join(ROOT, 'core/src/ink/kernel-binary.ts');

const OPTIONS = {
  runtime: 'stub',
  enable: ['simd'],
  importMemory: true,
  initialMemory: 1,
  noAssert: true,
  optimizeLevel: 3,
};

export async function buildKernel() {
  const stamp = createHash('sha256')
    .update(readFileSync(SOURCE))
    .update(readFileSync(fileURLToPath(import.meta.url)))
    .digest('hex');
  if (existsSync(TARGET) && readFileSync(TARGET, 'utf8').includes(stamp)) return false;
  const { default: asc } = await import('assemblyscript/asc');
  const { error, stderr, binary } = await asc.compileString(readFileSync(SOURCE, 'utf8'), OPTIONS);
  if (error || !binary) throw new Error(`the kernel does not compile:\n${stderr.toString()}`);
  writeFileSync(
    TARGET,
    `// built from core/kernel/kernel.ts (${stamp})\nexport const KERNEL_BYTES = new Uint8Array([${[...binary].join(',')}]);\n`,
  );
  return true;
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  console.log((await buildKernel()) ? 'kernel built' : 'kernel is current');
