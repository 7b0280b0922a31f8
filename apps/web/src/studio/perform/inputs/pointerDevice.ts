import { clamp } from '@cruvo/core/numbers';
import { lateBy } from '../lateness';
import type { InputDevice } from './inputDevice';

const AROUND = 'The stage can’t be seen, so nothing can follow the pointer. Close what covers it.';

/** The pointer itself: in the middle of the stage it is at rest, at the stage's edges it goes all the way. */
export const pointerDevice: InputDevice = {
  start: (onReading) => {
    const stage = document.querySelector('.stage canvas');
    if (!stage) return Promise.reject(new Error(AROUND));
    const follow = ({ clientX, clientY, timeStamp }: PointerEvent) => {
      const { left, top, width, height } = stage.getBoundingClientRect();
      if (width === 0 || height === 0) return;
      const late = lateBy(timeStamp);
      for (const [input, share] of [
        ['pointer across', (clientX - left) / width],
        ['pointer down', (clientY - top) / height],
      ] as const) {
        onReading({ input, kind: 'knob', value: clamp(2 * share - 1, -1, 1) }, late);
      }
    };
    window.addEventListener('pointermove', follow);
    return Promise.resolve(() => window.removeEventListener('pointermove', follow));
  },
};
