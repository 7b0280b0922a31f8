import {
  everyChannel,
  simulatedFace,
  type Acting,
  type FaceReading,
  type FaceValues,
} from '@cruvo/core/face';

/** Told of each reading, and how long before it was seen, seconds. */
export type OnFace = (reading: FaceReading, lateBy: number) => void;

/** Something that sees a face. */
export interface FaceDevice {
  /**
   * Begins to see; rejects with a sentence where it can't.
   *
   * @param onGone is told, in a sentence, why it sees no more
   * @returns ends it
   */
  start(onFace: OnFace, onGone: (why: string) => void): Promise<() => void>;
}

const READINGS_A_SECOND = 30;
const seconds = () => performance.now() / 1000;

/** A camera before which nobody sits: it sees what somebody might do. */
export function simulatedCamera(acting: Acting): FaceDevice {
  return {
    start: async (onFace) => {
      const begun = seconds();
      return every(() => {
        const time = seconds();
        onFace({ ...simulatedFace(acting, time - begun), time }, 0);
      });
    },
  };
}

/** A face that one moves by hand. */
export class FacePad implements FaceDevice {
  private values: FaceValues = everyChannel(() => 0);

  /** Moves some of it. */
  move(values: Partial<FaceValues>): void {
    this.values = { ...this.values, ...values };
  }

  async start(onFace: OnFace): Promise<() => void> {
    return every(() => onFace({ time: seconds(), values: this.values }, 0));
  }
}

function every(work: () => void): () => void {
  const timer = setInterval(work, 1000 / READINGS_A_SECOND);
  return () => clearInterval(timer);
}
