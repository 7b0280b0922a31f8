import { jest } from '@jest/globals';
import { Problem } from '@cruvo/core/problem';
import { PieceQueue, type SendPiece } from './pieceQueue';

const RATE = 1000;
const seconds = (length: number, value = 0.5) => new Float32Array(length * RATE).fill(value);

function opened(fail: (position: number, attempt: number) => Problem | null = () => null) {
  const sent = new Map<number, number[]>();
  const troubles: (string | null)[] = [];
  let attempts = 0;
  const send: SendPiece = async (position, samples) => {
    const problem = fail(position, attempts++);
    if (problem) throw problem;
    sent.set(position, [...samples]);
  };
  const queue = new PieceQueue(RATE, send, (problem) => troubles.push(problem?.code ?? null));
  return { queue, sent, troubles };
}

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

describe('PieceQueue', () => {
  it('sends half a second at a time, as 16 bits, and what is left at the end', async () => {
    const { queue, sent } = opened();
    queue.push(seconds(0.3));
    queue.push(seconds(0.9, -2));
    await queue.finish();
    expect([...sent].map(([at, { length }]) => [at, length])).toEqual([
      ...[
        [0, 500],
        [1, 500],
        [2, 200],
      ],
    ]);
    expect(sent.get(0)!.slice(298, 302)).toEqual([16_384, 16_384, -32_767, -32_767]);
    expect(queue.times).toEqual({ recorded: 1.2, unsafe: 0 });
  });
  it('sends again what could not be sent, in order, and says so meanwhile', async () => {
    const away = new Problem('unavailable', 'Away.');
    const { queue, sent, troubles } = opened((_, attempt) => (attempt < 2 ? away : null));
    queue.push(seconds(1));
    await jest.advanceTimersByTimeAsync(100);
    expect(queue.times.unsafe).toBe(1);
    await jest.advanceTimersByTimeAsync(3000);
    await queue.finish();
    expect([...sent.keys()]).toEqual([0, 1]);
    expect(troubles).toEqual(['unavailable', 'unavailable', null, null]);
  });
  it('ends where another try can’t help', async () => {
    const full = new Problem('too-large', 'Too long.');
    const { queue, sent } = opened((position) => (position === 1 ? full : null));
    queue.push(seconds(1));
    await jest.advanceTimersByTimeAsync(0);
    await expect(queue.finish()).rejects.toThrow('Too long.');
    expect([...sent.keys()]).toEqual([0]);
  });
  it('gives up what is left when it is closed', async () => {
    const { queue, sent } = opened(() => new Problem('unavailable', 'Away.'));
    queue.push(seconds(1));
    await jest.advanceTimersByTimeAsync(10);
    const finished = queue.finish();
    queue.close();
    await finished;
    expect(sent.size).toBe(0);
  });
});
