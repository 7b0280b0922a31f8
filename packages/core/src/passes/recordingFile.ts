import { array, number, object, string } from 'yup';
import { readSafetensors, writeSafetensors, type Tensor } from '../formats/safetensors';
import { Problem } from '../problem';
import { LONGEST_PASS, MOST_CHANNELS, type PassRecording, type RecordedChannel } from './recording';

/** How a recording names itself in its file, and its version. */
const FORMAT = 'performed pass';
const VERSION = '1';

const aboutSchema = object({
  duration: number().required().positive().max(LONGEST_PASS),
  controls: array(string().required().max(400)).required().min(1).max(MOST_CHANNELS),
});

/** Whether bytes say of themselves that they are what a pass recorded. */
export function isPassRecording(bytes: Uint8Array): boolean {
  try {
    return readSafetensors(bytes).metadata['format'] === FORMAT;
  } catch {
    return false;
  }
}

/** What a pass recorded as a safetensors file: eight bytes for each reading. */
export function writeRecording({ duration, channels }: PassRecording): Uint8Array<ArrayBuffer> {
  const row = (values: Float32Array): Tensor => ({ shape: [values.length], values });
  const tensors = new Map(
    channels.flatMap(({ times, values }, at) => [
      [`${at}.times`, row(times)] as const,
      [`${at}.values`, row(values)] as const,
    ]),
  );
  const about = JSON.stringify({ duration, controls: channels.map(({ control }) => control) });
  return writeSafetensors({ metadata: { format: FORMAT, version: VERSION, about }, tensors });
}

/** @throws Problem where bytes are no recording */
export function readRecording(bytes: Uint8Array): PassRecording {
  try {
    const { metadata, tensors } = readSafetensors(bytes);
    if (metadata['format'] !== FORMAT || metadata['version'] !== VERSION) {
      throw new Unfit('it is something else, or a newer Cruvo made it');
    }
    const about = aboutSchema.validateSync(JSON.parse(metadata['about'] ?? ''), { strict: true });
    const row = (name: string) => {
      const values = tensors.get(name)?.values;
      if (!(values instanceof Float32Array)) throw new Unfit('readings are missing');
      return values;
    };
    const channels = about.controls.map((control, at) =>
      checked({ control, times: row(`${at}.times`), values: row(`${at}.values`) }, about.duration),
    );
    return { duration: about.duration, channels };
  } catch (error) {
    const reason = error instanceof Unfit ? error.message : 'it is damaged or cut off';
    throw new Problem('bad-input', `This take can’t be used: ${reason}.`);
  }
}

/** Why bytes are no recording. */
class Unfit extends Error {}

function checked(channel: RecordedChannel, duration: number): RecordedChannel {
  const { times, values } = channel;
  if (times.length !== values.length || times.length === 0) {
    throw new Unfit('readings are missing');
  }
  let before = -1;
  for (const time of times) {
    if (!(time > before && time <= duration)) {
      throw new Unfit('its readings are not in order, or lie outside of it');
    }
    before = time;
  }
  if (!values.every(Number.isFinite)) throw new Unfit('its readings must be numbers');
  return channel;
}
