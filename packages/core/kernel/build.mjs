// Compiles layer.ts and writes the bytes as a module, so that the core needs no loader of files.
import { readFile, writeFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import asc from 'assemblyscript/asc';

const source = fileURLToPath(new URL('layer.ts', import.meta.url));
const target = fileURLToPath(new URL('../src/speech/model/kernel.ts', import.meta.url));

/** The compiled bytes in base64. */
export async function compileKernel() {
  let binary;
  const { error, stderr } = await asc.main(
    [
      'layer.ts',
      '--enable',
      'simd',
      '-O3',
      '--noAssert',
      '--runtime',
      'stub',
      '--importMemory',
      '--outFile',
      'kernel.wasm',
    ],
    {
      readFile: (name) => (name === 'layer.ts' ? readFile(source, 'utf8') : null),
      writeFile: (_name, contents) => void (binary = contents),
      listFiles: () => [],
    },
  );
  if (error) throw new Error(`${error.message}\n${stderr.toString()}`);
  return Buffer.from(binary).toString('base64');
}

export function kernelModule(base64) {
  const lines = base64.match(/.{1,90}/g).map((line) => `  '${line}'`);
  return `// Written by \`npm run kernel\` from kernel/layer.ts; not to be edited.\nexport const KERNEL_BASE64 =\n${lines.join(' +\n')};\n`;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  await writeFile(target, kernelModule(await compileKernel()));
}
