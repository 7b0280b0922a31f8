/**
 * Uncompressed video as a stream of Matroska (RFC 9559), in which a picture that is held needs to be written only
 * once: the next one says when it begins.
 */

/** Nanoseconds of a tick in which times are written. */
const TICK_NANOSECONDS = 1000;
const TICKS_PER_SECOND = 1e9 / TICK_NANOSECONDS;

/** Element ids, as the RFC writes them. */
const EBML = 0x1a45dfa3;
const DOC_TYPE = 0x4282;
const DOC_TYPE_VERSION = 0x4287;
const DOC_TYPE_READ_VERSION = 0x4285;
const SEGMENT = 0x18538067;
const INFO = 0x1549a966;
const TIMESTAMP_SCALE = 0x2ad7b1;
const MUXING_APP = 0x4d80;
const WRITING_APP = 0x5741;
const TRACKS = 0x1654ae6b;
const TRACK_ENTRY = 0xae;
const TRACK_NUMBER = 0xd7;
const TRACK_UID = 0x73c5;
const TRACK_TYPE = 0x83;
const CODEC_ID = 0x86;
const VIDEO = 0xe0;
const PIXEL_WIDTH = 0xb0;
const PIXEL_HEIGHT = 0xba;
const UNCOMPRESSED_FOURCC = 0x2eb524;
const CLUSTER = 0x1f43b675;
const TIMESTAMP = 0xe7;
const SIMPLE_BLOCK = 0xa3;

const UNKNOWN_SIZE = [0x01, 0xff, 0xff, 0xff, 0xff, 0xff, 0xff, 0xff];
const KEYFRAME = 0x80;

/** How pixels lie in a picture: Yuv420Picture, or RgbaPicture. */
export type PictureForm = 'yuv420p' | 'rgba';

const FOURCC: Record<PictureForm, string> = { yuv420p: 'I420', rgba: 'RGBA' };

/**
 * What stands before the pictures.
 *
 * @param width @param height pixels
 */
export function rawVideoHeader(width: number, height: number, form: PictureForm): Uint8Array {
  return Uint8Array.from([
    ...element(EBML, [
      ...element(DOC_TYPE, text('matroska')),
      ...element(DOC_TYPE_VERSION, whole(4)),
      ...element(DOC_TYPE_READ_VERSION, whole(2)),
    ]),
    ...idBytes(SEGMENT),
    ...UNKNOWN_SIZE,
    ...element(INFO, [
      ...element(TIMESTAMP_SCALE, whole(TICK_NANOSECONDS)),
      ...element(MUXING_APP, text('Cruvo')),
      ...element(WRITING_APP, text('Cruvo')),
    ]),
    ...element(
      TRACKS,
      element(TRACK_ENTRY, [
        ...element(TRACK_NUMBER, whole(1)),
        ...element(TRACK_UID, whole(1)),
        ...element(TRACK_TYPE, whole(1)),
        ...element(CODEC_ID, text('V_UNCOMPRESSED')),
        ...element(VIDEO, [
          ...element(PIXEL_WIDTH, whole(width)),
          ...element(PIXEL_HEIGHT, whole(height)),
          ...element(UNCOMPRESSED_FOURCC, text(FOURCC[form])),
        ]),
      ]),
    ),
  ]);
}

/**
 * What stands before one picture.
 *
 * @param time seconds at which it begins to be seen
 * @param length of the picture in bytes
 */
export function rawVideoPicture(time: number, length: number): Uint8Array {
  const timestamp = element(TIMESTAMP, whole(Math.round(time * TICKS_PER_SECOND)));
  // Track 1, no offset to the cluster's time.
  const block = [0x81, 0, 0, KEYFRAME];
  const blockHead = [...idBytes(SIMPLE_BLOCK), ...size(block.length + length), ...block];
  const cluster = timestamp.length + blockHead.length + length;
  return Uint8Array.from([...idBytes(CLUSTER), ...size(cluster), ...timestamp, ...blockHead]);
}

function element(id: number, content: readonly number[]): number[] {
  return [...idBytes(id), ...size(content.length), ...content];
}

/** An id holds its own length. */
function idBytes(id: number): number[] {
  return whole(id);
}

/** A length in eight bytes, which any fits. */
function size(length: number): number[] {
  const bytes = new Array<number>(8).fill(0);
  for (let at = 7, rest = length; at > 0; at--, rest = Math.floor(rest / 256)) {
    bytes[at] = rest % 256;
  }
  bytes[0] = 0x01;
  return bytes;
}

/** A whole number from the highest byte that isn't zero. */
function whole(value: number): number[] {
  const bytes: number[] = [];
  for (let rest = value; rest > 0 || bytes.length === 0; rest = Math.floor(rest / 256)) {
    bytes.unshift(rest % 256);
  }
  return bytes;
}

function text(value: string): number[] {
  return [...value].map((character) => character.charCodeAt(0));
}
