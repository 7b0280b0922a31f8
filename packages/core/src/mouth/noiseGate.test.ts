import { OPEN_VOWEL, SILENCE } from '../speech/visemes';
import { gateAbove, NoiseGate } from './noiseGate';

/** What passes of a vowel at levels, one a moment. */
const passed = (gate: NoiseGate, ...levels: number[]) =>
  levels.map((level) => gate.follow({ viseme: OPEN_VOWEL, level }).viseme === OPEN_VOWEL);

it('lets only what is loud enough pass, and soft ends of words after it', () => {
  const gate = new NoiseGate(-40);
  expect(passed(gate, -50, -41, -39, -42, -44)).toEqual([false, false, true, true, true]);
  expect(gate.open).toBe(true);
  const after = passed(gate, ...new Array<number>(20).fill(-60));
  // Open for 150 ms after the last moment that was not far below.
  expect(after.filter(Boolean)).toHaveLength(13);
  expect(gate.open).toBe(false);
  expect(gate.follow({ viseme: null, level: -60 }).viseme).toBe(SILENCE);
});

it('without a level lets everything pass', () => {
  expect(passed(new NoiseGate(null), -90, -10)).toEqual([true, true]);
});

it('opens above the noise of the room, whatever a short bang was', () => {
  const room = Array.from({ length: 200 }, (_, at) => -60 + (at % 5));
  expect(gateAbove([...room, -5])).toBe(-56 + 6);
  expect(gateAbove([])).toBeNull();
  expect(gateAbove(room.map((level) => level + 40))).toBeNull();
});
