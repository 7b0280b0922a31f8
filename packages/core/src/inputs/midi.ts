import type { InputReading } from './reading';

const [NOTE_OFF, NOTE_ON, CONTROL, PRESSURE, BEND] = [0x80, 0x90, 0xb0, 0xd0, 0xe0];
/** Controllers from here on switch modes of instruments. */
const MODES_FROM = 120;

/**
 * What a MIDI message tells; null for what is no key, knob, bend or pressure. Other channels than the first are named.
 * From the MIDI 1.0 specification (MIDI Manufacturers Association, 1996).
 *
 * @param bytes one whole message
 */
export function midiReading(bytes: ArrayLike<number>): InputReading | null {
  const [status = 0, first = 0, second = 0] = [bytes[0], bytes[1], bytes[2]];
  const channel = status & 0x0f;
  const named = (name: string) => (channel === 0 ? name : `${name}, channel ${channel + 1}`);
  switch (status & 0xf0) {
    // A key that is struck with no force is let go.
    case NOTE_ON:
      return { input: named(`key ${first}`), kind: 'button', value: second / 127 > 0 ? 1 : 0 };
    case NOTE_OFF:
      return { input: named(`key ${first}`), kind: 'button', value: 0 };
    case CONTROL:
      return first < MODES_FROM
        ? { input: named(`knob ${first}`), kind: 'knob', value: second / 127 }
        : null;
    case PRESSURE:
      return { input: named('pressure'), kind: 'knob', value: first / 127 };
    case BEND: {
      const bent = (second << 7) + first - 8192;
      return { input: named('bend'), kind: 'knob', value: bent / (bent < 0 ? 8192 : 8191) };
    }
    default:
      return null;
  }
}
