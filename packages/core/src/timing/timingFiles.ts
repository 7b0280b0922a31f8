import type { Stretch } from '../scene/line';
import type { Program } from '../program';
import { eventsCsv, framesCsv } from './csv';
import { cuesMidi } from './midiCues';
import { openTimeline } from './openTimeline';
import { subRip, subtitlesOf, webVtt } from './subtitles';
import { textGrid } from './textGrid';
import type { Timing } from './timing';

/** A file of timing. */
export interface TimingFile {
  /** What stands behind the name of the scene. */
  readonly ending: string;
  /** Content type. */
  readonly type: string;
  readonly content: string | Uint8Array;
}

/** When things happen, in all open formats; the whole of it first. */
export function timingFiles(program: Program, stretch: Stretch, timing: Timing): TimingFile[] {
  const subtitles = subtitlesOf(program, stretch);
  const file = (ending: string, type: string, content: string | Uint8Array) => ({
    ...{ ending, type, content },
  });
  return [
    file('.json', 'application/json', JSON.stringify(timing)),
    file(' events.csv', 'text/csv', eventsCsv(timing)),
    file(' frames.csv', 'text/csv', framesCsv(timing)),
    file('.vtt', 'text/vtt', webVtt(subtitles)),
    file('.srt', 'application/x-subrip', subRip(subtitles)),
    file('.TextGrid', 'text/plain', textGrid(timing)),
    file('.otio', 'application/json', openTimeline(timing)),
    file('.mid', 'audio/midi', cuesMidi(timing)),
  ];
}
