// Compiles the inner loops and writes the bytes as a module, so that the core needs no loader of files.
import { readFile, writeFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import asc from 'assemblyscript/asc';

const SOURCES = [
  'layer.ts',
  'resample.ts',
  'yuv.ts',
  'composite.ts',
  'blend.ts',
  'coverage.ts',
  'banded.ts',
  'deformation.ts',
];
const target = fileURLToPath(new URL('../src/kernel/compiled.ts', import.meta.url));

/** The compiled bytes in base64. */
export async function compileKernel() {
  let binary;
  const { error, stderr } = await asc.main(
    [
      ...SOURCES,
      '--enable',
      'simd',
      '--enable',
      // What is not a number becomes 0 instead of stopping the program.
      'nontrapping-f2i',
      '-O3',
      '--noAssert',
      '--runtime',
      'stub',
      '--importMemory',
      '--outFile',
      'kernel.wasm',
    ],
    {
      readFile: (name) =>
        SOURCES.includes(name) ? readFile(new URL(name, import.meta.url), 'utf8') : null,
      writeFile: (_name, contents) => void (binary = contents),
      listFiles: () => [],
    },
  );
  if (error) throw new Error(`${error.message}\n${stderr.toString()}`);
  return Buffer.from(binary).toString('base64');
}

export function kernelModule(base64) {
  const lines = base64.match(/.{1,90}/g).map((line) => `  '${line}'`);
  return `// Written by \`npm run kernel\` from the sources beside it in kernel/; not to be edited.\nexport const KERNEL_BASE64 =\n${lines.join(' +\n')};\n`;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  await writeFile(target, kernelModule(await compileKernel()));
}
