import fc from 'fast-check';
import { KernelMemory, type Block } from './kernelMemory';

describe('KernelMemory', () => {
  it('lends stretches that never overlap, whatever is given back in between', () => {
    const step = fc.record({ take: fc.nat(70_000), giveBack: fc.nat(20) });
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 60 }), (steps) => {
        const memory = new KernelMemory();
        const taken: { block: Block; mark: number; bytes: number }[] = [];
        steps.forEach(({ take, giveBack }, at) => {
          const block = memory.take(take);
          expect([block.address % 16, block.bytes >= take]).toEqual([0, true]);
          new Uint8Array(memory.buffer, block.address, take).fill(at);
          taken.push({ block, mark: at, bytes: take });
          if (giveBack < taken.length) memory.giveBack(taken.splice(giveBack, 1)[0]!.block);
          for (const { block: one, mark, bytes } of taken) {
            const inside = new Uint8Array(memory.buffer, one.address, bytes);
            expect(inside.every((value) => value === mark)).toBe(true);
          }
        });
      }),
      { numRuns: 40 },
    );
  });

  it('takes what was given back again, also for somewhat less, before it grows', () => {
    const memory = new KernelMemory();
    const first = memory.take(1_000_000);
    const size = memory.buffer.byteLength;
    memory.giveBack(first);
    for (const bytes of [1_000_000, 900_000, 520_000]) {
      const again = memory.take(bytes);
      expect(again.address).toBe(first.address);
      memory.giveBack(again);
    }
    expect(memory.buffer.byteLength).toBe(size);
    // Much less would waste it.
    expect(memory.take(100_000).address).not.toBe(first.address);
  });

  it('wastes less than a quarter of what is asked for', () => {
    const memory = new KernelMemory();
    fc.assert(
      fc.property(fc.integer({ min: 64, max: 20_000 }), (bytes) => {
        expect(memory.take(bytes).bytes).toBeLessThan(1.25 * bytes + 16);
      }),
    );
  });
});
