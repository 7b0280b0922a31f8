import {
  slowness,
  withCurrentTake,
  type Line,
  type ScratchSettings,
  type Take,
  type Voice,
} from '@cruvo/core/scene';
import type { Flicks } from '@cruvo/core/time';

/** What of a voice is heard, in times of the recording. */
interface Heard {
  readonly offset: Flicks;
  readonly length: Flicks;
}

/** Where another voice of a line comes from. */
export type VoiceSource =
  | { readonly kind: 'file'; readonly file: File }
  /** A voice that is on the server already, and what of it is heard. */
  | ({ readonly kind: 'voice'; readonly voice: Voice } & Heard)
  /** A voice that is put together of others; as much of it is heard as of the one before. */
  | { readonly kind: 'composed'; readonly make: () => Promise<Voice> }
  /** One of the line's takes. */
  | { readonly kind: 'take'; readonly take: Take }
  | { readonly kind: 'scratch'; readonly settings: ScratchSettings }
  /** None: the words are said evenly. */
  | { readonly kind: 'text' };

/** A line with another voice, trimmed as its source says; a recording is among its takes where there are several. */
export function asTake(line: Line, source: VoiceSource, before: Line, newId: () => string): Line {
  const { duration } = line;
  const heard = heardOf(source, line, before);
  const offset = Math.min(heard.offset, duration - 1);
  const length = Math.min(heard.length, duration - offset);
  const fadeIn = Math.min(line.fadeIn, length);
  const fadeOut = Math.min(line.fadeOut, length - fadeIn);
  const trimmed = { ...line, offset, length, fadeIn, fadeOut };
  return line.takes.length > 0 ? withCurrentTake(trimmed, newId) : trimmed;
}

/** What of the new voice is heard, in its times as it is shaped. */
function heardOf(source: VoiceSource, line: Line, before: Line): Heard {
  switch (source.kind) {
    case 'voice':
      return shaped(source, line);
    case 'take':
      return shaped(source.take, line);
    case 'composed':
      return before;
    default:
      return line;
  }
}

function shaped({ offset, length }: Heard, line: Line): Heard {
  const factor = slowness(line);
  return { offset: Math.round(offset * factor), length: Math.round(length * factor) };
}
