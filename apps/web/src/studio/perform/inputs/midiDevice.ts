import { midiReading } from '@cruvo/core/inputs';
import { lateBy } from '../lateness';
import type { InputDevice } from './inputDevice';

const NO_MIDI = 'This browser knows no MIDI devices. Chromium and Firefox do.';
const REFUSED =
  'MIDI devices were refused. Allow them for this page in the browser’s settings, and choose them again.';
const NONE = 'No MIDI device is connected. Connect one, and choose it again.';

/** All MIDI devices that are connected, also those that are connected later. */
export const midiDevice: InputDevice = {
  start: async (onReading) => {
    if (!('requestMIDIAccess' in navigator)) throw new Error(NO_MIDI);
    const access = await navigator.requestMIDIAccess().catch(() => {
      throw new Error(REFUSED);
    });
    if (access.inputs.size === 0) throw new Error(NONE);
    const hear = ({ data, timeStamp }: MIDIMessageEvent) => {
      const reading = data && midiReading(data);
      if (reading) onReading(reading, lateBy(timeStamp));
    };
    const connect = () => {
      for (const input of access.inputs.values()) input.onmidimessage = hear;
    };
    connect();
    access.onstatechange = connect;
    return () => {
      access.onstatechange = null;
      for (const input of access.inputs.values()) input.onmidimessage = null;
    };
  },
};
