import { gamepadReadings, type PadState } from '@cruvo/core/inputs';
import { lateBy } from '../lateness';
import type { InputDevice } from './inputDevice';

const NO_GAMEPADS =
  'This browser does not let pages use gamepads here. Open Cruvo by https, or on this computer by http://localhost.';

/** The gamepad that was touched last. Browsers show none before one of its buttons is pressed. */
export const gamepadDevice: InputDevice = {
  start: (onReading) => {
    if (!('getGamepads' in navigator)) return Promise.reject(new Error(NO_GAMEPADS));
    const before = new Map<number, PadState>();
    const look = () => {
      // A browser asks itself how a gamepad stands once a picture; nothing tells when that has changed.
      frame = requestAnimationFrame(look);
      for (const pad of navigator.getGamepads()) {
        if (!pad?.connected) continue;
        const now = { axes: [...pad.axes], buttons: pad.buttons.map(({ value }) => value) };
        for (const reading of gamepadReadings(before.get(pad.index) ?? null, now)) {
          onReading(reading, lateBy(pad.timestamp));
        }
        before.set(pad.index, now);
      }
    };
    let frame = requestAnimationFrame(look);
    return Promise.resolve(() => cancelAnimationFrame(frame));
  },
};
