// Compiles core/kernel/kernel.ts (AssemblyScript, SIMD) and writes its bytes as a TypeScript module that every
// environment can load without a file or a request. Skipped when nothing changed.
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { join } from 'node:path';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const FOLDER = join(ROOT, 'core/kernel');
const TARGET = join(ROOT, 'core/src/wasm/kernel-binary.ts');

/** The binary of kernel.ts and what it imports, all of them in memory. */
async function compile(asc, sources) {
  let binary;
  const flags = [
    'kernel.ts',
    '--outFile',
    'kernel.wasm',
    '--runtime',
    'stub',
    '--enable',
    'simd',
    '--enable',
    'bulk-memory',
  ];
  // with a limit, which a memory that threads share must have
  flags.push(
    '--importMemory',
    '--initialMemory',
    '1',
    '--maximumMemory',
    '32768',
    '--noAssert',
    '--optimizeLevel',
    '2',
  );
  const { error, stderr } = await asc.main(flags, {
    readFile: (name) => sources[name] ?? null,
    writeFile: (_name, contents) => void (binary = contents),
    listFiles: () => [],
  });
  return { error, stderr, binary };
}

export async function buildKernel() {
  const names = readdirSync(FOLDER).filter((name) => name.endsWith('.ts'));
  const sources = Object.fromEntries(names.sort().map((name) => [name, readFileSync(join(FOLDER, name), 'utf8')]));
  const stamp = createHash('sha256')
    .update(JSON.stringify(sources))
    .update(readFileSync(fileURLToPath(import.meta.url)))
    .digest('hex');
  if (existsSync(TARGET) && readFileSync(TARGET, 'utf8').includes(stamp)) return false;
  const { default: asc } = await import('assemblyscript/asc');
  const { error, stderr, binary } = await compile(asc, sources);
  if (error || !binary) throw new Error(`the kernel does not compile:\n${stderr.toString()}`);
  writeFileSync(
    TARGET,
    [
      `// built from core/kernel/kernel.ts (${stamp}): a character for each byte, 32 above it so that none needs two`,
      `const BYTES = ${JSON.stringify([...binary].map((byte) => String.fromCharCode(byte + 32)).join(''))};`,
      'export const KERNEL_BYTES = Uint8Array.from(BYTES, (char) => char.charCodeAt(0) - 32);\n',
    ].join('\n'),
  );
  return true;
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  console.log((await buildKernel()) ? 'kernel built' : 'kernel is current');
