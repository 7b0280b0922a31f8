import { createStore } from 'zustand/vanilla';
import {
  FACE_AT_REST,
  FaceFeed,
  RangeLearner,
  USUAL_FACE,
  type FaceSettings,
  type FaceValues,
} from '@cruvo/core/face';
import { sentenceOf } from '@cruvo/core/problem';
import type { FaceDevice } from './faceDevice';

export interface FaceState {
  readonly status: 'off' | 'starting' | 'seen' | 'lost';
  /** What went wrong, in a sentence. */
  readonly problem: string | null;
  readonly settings: FaceSettings;
  /** What the face does to the character just now. */
  readonly values: FaceValues;
  /** What is taught just now, and how long it still takes, seconds. */
  readonly teaching: { readonly what: 'rest' | 'range'; readonly left: number } | null;
  /** How many times a second the face is looked at, about; null until that is known. */
  readonly rate: number | null;
}

/** How much of the rate each new reading tells. */
const NEW_SHARE = 0.1;

const NOTHING = { values: FACE_AT_REST, teaching: null, rate: null } as const;

/** How long one has to hold still, and then how long is looked; how long the range is learnt. Seconds. */
const [READY, LOOKS, LEARNS] = [2, 1, 30];
/** Without a face for so long it is said to be lost. */
const LOST_AFTER = 0.5;

/** Takes over the face that a device sees, and teaches what counts as rest and how far it goes. */
export class FaceSession {
  readonly state;
  private feed: FaceFeed;
  private running: { stop: () => void } | null = null;
  private seenAt = -Infinity;
  private readAt: number | null = null;
  private teaching: {
    readonly what: 'rest' | 'range';
    readonly from: number;
    readonly learner: RangeLearner;
    readonly still: FaceValues[];
  } | null = null;

  /** @param onValues is told what the face does to the character, and how long ago that was seen, seconds */
  constructor(
    private readonly onValues: (values: FaceValues, lateBy: number) => void,
    settings: FaceSettings = USUAL_FACE,
  ) {
    this.feed = new FaceFeed(settings);
    this.state = createStore<FaceState>(() => ({
      ...{ status: 'off', problem: null, settings, ...NOTHING },
    }));
  }

  /** Sees with a device from now on; null for none. */
  async use(device: FaceDevice | null): Promise<void> {
    this.running?.stop();
    const running = { stop: () => undefined as void };
    this.running = device ? running : null;
    this.teaching = null;
    this.feed = new FaceFeed(this.state.getState().settings);
    this.readAt = null;
    this.state.setState({ ...NOTHING, status: device ? 'starting' : 'off', problem: null });
    if (!device) return;
    try {
      const stop = await device.start(
        (reading, lateBy) => {
          if (this.running === running) this.take(reading.values, reading.time, lateBy);
        },
        (why) => {
          if (this.running === running) this.gone(why);
        },
      );
      // Another device may have been chosen meanwhile.
      if (this.running === running) running.stop = stop;
      else stop();
    } catch (error) {
      if (this.running !== running) return;
      this.running = null;
      this.state.setState({ status: 'off', problem: sentenceOf(error) });
    }
  }

  change(settings: FaceSettings): void {
    this.feed.settings = settings;
    this.state.setState({ settings });
  }

  /** Teaches what counts as rest, after a moment to hold still, or how far the face goes; once more, and it is left. */
  teach(what: 'rest' | 'range'): void {
    const { status, settings } = this.state.getState();
    if (this.teaching?.what === what || status === 'off') {
      this.teaching = null;
      this.state.setState({ teaching: null });
      return;
    }
    const learner = new RangeLearner(settings.rest);
    this.teaching = { what, from: performance.now() / 1000, learner, still: [] };
    this.state.setState({ teaching: { what, left: what === 'rest' ? READY : LEARNS } });
  }

  private gone(problem: string): void {
    this.running = null;
    this.teaching = null;
    this.state.setState({ ...NOTHING, status: 'off', problem });
    this.onValues(FACE_AT_REST, 0);
  }

  private take(values: FaceValues | null, time: number, lateBy: number): void {
    if (values) {
      this.seenAt = time;
      this.learn(values, time);
    }
    const passed = this.readAt === null ? null : time - this.readAt;
    this.readAt = time;
    const { rate } = this.state.getState();
    if (passed) {
      const now = 1 / passed;
      this.state.setState({ rate: rate === null ? now : rate + NEW_SHARE * (now - rate) });
    }
    const given = this.feed.push({ time, values });
    const status = time - this.seenAt < LOST_AFTER ? 'seen' : 'lost';
    this.state.setState({ status, values: given });
    this.onValues(given, lateBy);
  }

  private learn(values: FaceValues, time: number): void {
    const { teaching } = this;
    if (!teaching) return;
    const { what, from, learner, still } = teaching;
    const gone = time - from;
    if (what === 'range') learner.push(values);
    else if (gone >= READY) still.push(values);
    const lasts = what === 'range' ? LEARNS : READY + LOOKS;
    if (gone < lasts) {
      const left = Math.ceil(what === 'range' ? LEARNS - gone : Math.max(0, READY - gone));
      if (left !== this.state.getState().teaching?.left)
        this.state.setState({ teaching: { what, left } });
      return;
    }
    this.teaching = null;
    this.state.setState({ teaching: null });
    const { settings } = this.state.getState();
    if (what === 'range') this.change({ ...settings, range: learner.finish() });
    // What was learnt from another rest counts no more.
    else this.change({ ...settings, rest: meanFace(still), range: null });
  }
}

function meanFace(faces: readonly FaceValues[]): FaceValues {
  const mean = { ...FACE_AT_REST };
  for (const channel of Object.keys(mean) as (keyof FaceValues)[]) {
    mean[channel] = faces.reduce((sum, face) => sum + face[channel], 0) / Math.max(1, faces.length);
  }
  return mean;
}
