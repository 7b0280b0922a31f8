import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { keepRunning } from './processes.mjs';

const folder = mkdtempSync(join(tmpdir(), 'cruvo-processes-'));
afterAll(() => rmSync(folder, { recursive: true }));

/** A program that notes each of its starts, says that it runs, and then does as it is told. */
function program(name: string, then: string): { path: string; starts: () => number } {
  const path = join(folder, `${name}.mjs`);
  const log = join(folder, `${name}.log`);
  writeFileSync(log, '');
  writeFileSync(
    path,
    `import { appendFileSync } from 'node:fs';
     appendFileSync(${JSON.stringify(log)}, 'x');
     process.send('alive');
     ${then}`,
  );
  return { path, starts: () => readFileSync(log, 'utf8').length };
}

async function until(reached: () => boolean): Promise<void> {
  for (let attempt = 0; attempt < 400; attempt++) {
    if (reached()) return;
    await setTimeout(50);
  }
  throw new Error('It never came to that.');
}

describe('a process that is kept running', () => {
  it('is started again when it ends', async () => {
    const { path, starts } = program('ends', 'process.exit(3);');
    const kept = keepRunning([path], {});
    await until(() => starts() >= 3);
    await kept.stop();
    const before = starts();
    await setTimeout(800);
    expect(starts()).toBe(before);
  });

  it('is started again when it hangs', async () => {
    const { path, starts } = program('hangs', 'for (;;);');
    const kept = keepRunning([path], {}, 300);
    await until(() => starts() >= 2);
    await kept.stop();
  });

  it('is left alone as long as it says that it runs', async () => {
    const { path, starts } = program('runs', "setInterval(() => process.send('alive'), 100);");
    const kept = keepRunning([path], {}, 2000);
    await until(() => starts() === 1);
    const { pid } = kept;
    await setTimeout(3500);
    expect([kept.pid, starts()]).toEqual([pid, 1]);
    await kept.stop();
  });
});
