import { chanceAt } from '../reactions/chance';
import { everyChannel, FACE_AT_REST, type FaceChannel, type FaceReading } from './channels';

/** What somebody may do before a camera that isn't there. */
export const ACTINGS = ['calm', 'lively', 'looking away', 'sneezing', 'lost'] as const;
export type Acting = (typeof ACTINGS)[number];

/** How much readings tremble. */
const TREMBLE = 0.012;
/** After so many seconds somebody looks away, sneezes or is lost again; for so long. */
const ROUND = 8;
const LASTS = 2;

/**
 * What a simulated camera sees at a time: the same whenever it is asked.
 *
 * @param time seconds
 */
export function simulatedFace(acting: Acting, time: number): FaceReading {
  const inRound = (time % ROUND) - (ROUND - LASTS - 1);
  const happens = inRound > 0 && inRound < LASTS ? bell(inRound / LASTS) : 0;
  if (acting === 'lost' && happens > 0) return { time, values: null };
  const lively = acting === 'lively' ? 1 : 0.4;
  const wanders = (seed: number, period: number) => lively * wander(seed, time / period);
  const blink = blinkAt(time);
  const mood = 0.5 + 0.5 * wander(9, time / 2.5);
  const away = acting === 'looking away' ? happens : 0;
  const sneeze = acting === 'sneezing' ? happens : 0;
  const throwsBack = sneeze > 0 ? Math.sin(2 * Math.PI * (inRound / LASTS)) : 0;
  const values: Partial<Record<FaceChannel, number>> = {
    x: 0.5 * wanders(1, 3),
    y: 0.3 * wanders(2, 2.4) + 0.4 * sneeze,
    turn: wanders(3, 1.7) + 0.9 * away,
    nod: 0.8 * wanders(4, 1.1) - 0.9 * throwsBack,
    tilt: 0.7 * wanders(5, 2.1),
    'gaze across': 0.5 * wander(6, time / 0.9) + 0.8 * away,
    'gaze down': 0.3 * wander(7, time / 1.2),
    'left lid': Math.max(blink, sneeze),
    'right lid': Math.max(blink, sneeze),
    'left brow': wanders(8, 1.3) - 0.5 * sneeze,
    'right brow': wanders(8, 1.3) - 0.5 * sneeze,
    'mouth open': lively * Math.max(0, wander(10, time / 0.35)) + 0.8 * sneeze,
    'mouth wide': mood,
    smile: lively * mood,
    pout: lively * Math.max(0, -wander(9, time / 2.5)),
    cheeks: 0.5 * lively * mood,
  };
  const step = Math.round(time * 1000);
  return {
    time,
    values: everyChannel((channel) => {
      const value = values[channel] ?? FACE_AT_REST[channel];
      const tremble =
        TREMBLE * (2 * chanceAt(channel.length + 31 * channel.charCodeAt(0), step) - 1);
      return Math.max(-1, Math.min(1, value + tremble));
    }),
  };
}

/** Wanders smoothly between -1 and 1. */
function wander(seed: number, place: number): number {
  const from = Math.floor(place);
  const along = place - from;
  const [a, b] = [2 * chanceAt(seed, from) - 1, 2 * chanceAt(seed, from + 1) - 1];
  return a + (b - a) * along * along * (3 - 2 * along);
}

/** 0 at its ends, 1 in its middle. @param share 0 to 1 */
const bell = (share: number) => Math.sin(Math.PI * share) ** 2;

/** Lids close for a moment every few seconds. */
function blinkAt(time: number): number {
  const every = 3.1;
  const since = time % every;
  const lasts = 0.22;
  return since < lasts ? bell(since / lasts) : 0;
}
