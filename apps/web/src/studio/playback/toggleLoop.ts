import { sceneTime } from '@cruvo/core/scene';
import { toSeconds } from '@cruvo/core/time';
import type { MouthInLine } from '../mouths/mouthEdits';
import type { Transport } from './transport';

/** Seconds to hear before and after. */
const AROUND = 0.5;

/** Stops looping, or loops around the chosen mouth, or around where the scene stands. */
export function toggleLoop(transport: Transport, length: number, chosen: MouthInLine | null): void {
  if (transport.state.getState().loop) return transport.setLoop(null);
  const time = transport.time();
  const start = chosen ? toSeconds(sceneTime(chosen.line, chosen.mouth.start)) : time;
  const end = chosen ? toSeconds(sceneTime(chosen.line, chosen.mouth.end)) : time;
  transport.setLoop({ start: Math.max(0, start - AROUND), end: Math.min(length, end + AROUND) });
}
