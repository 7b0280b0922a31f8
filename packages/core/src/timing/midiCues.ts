import { writeMidi, type MidiData, type MidiEvent } from 'midi-file';
import type { Timing } from './timing';

/** Ticks of a beat of half a second: a millisecond has one nearly exactly. */
const TICKS_PER_BEAT = 480;
const MICROSECONDS_PER_BEAT = 500_000;
const TICKS_PER_SECOND = (TICKS_PER_BEAT * 1e6) / MICROSECONDS_PER_BEAT;
/** Middle C, from which on each name of a cue has a note of its own. */
const FIRST_NOTE = 60;
const HIGHEST_NOTE = 127;
const VELOCITY = 100;

/** Cues as notes of a Standard MIDI File: a track for each character, a note for each of its cues, markers beside them. */
export function cuesMidi({ clips, markers, characters }: Timing): Uint8Array {
  const cues = clips.filter(({ kind }) => kind === 'cue');
  const ticks = (seconds: number) => Math.round(seconds * TICKS_PER_SECOND);
  const first = track([
    { at: 0, event: { type: 'setTempo', meta: true, microsecondsPerBeat: MICROSECONDS_PER_BEAT } },
    ...markers.map(({ start, name }) => ({
      at: ticks(start),
      event: { type: 'marker', meta: true, text: latin(name) } as const,
    })),
  ]);
  const tracks = characters.flatMap((character, channel) => {
    const own = cues.filter((cue) => cue.character === character);
    if (own.length === 0) return [];
    const names = [...new Set(own.map(({ name }) => name))];
    const noteOf = (name: string) => Math.min(HIGHEST_NOTE, FIRST_NOTE + names.indexOf(name));
    const events = own.flatMap(({ name, start, end }): Placed[] => {
      const note = { channel: channel % 16, noteNumber: noteOf(name) };
      return [
        { at: ticks(start), event: { type: 'text', meta: true, text: latin(name) } },
        { at: ticks(start), event: { type: 'noteOn', ...note, velocity: VELOCITY } },
        {
          at: Math.max(ticks(start) + 1, ticks(end)),
          event: { type: 'noteOff', ...note, velocity: 0 },
        },
      ];
    });
    const name = {
      at: 0,
      event: { type: 'trackName', meta: true, text: latin(character) },
    } as const;
    return [track([name, ...events])];
  });
  const all = [first, ...tracks];
  const header = { format: 1, numTracks: all.length, ticksPerBeat: TICKS_PER_BEAT } as const;
  return Uint8Array.from(writeMidi({ header, tracks: all } as MidiData));
}

type Event = MidiEvent extends infer One
  ? One extends unknown
    ? Omit<One, 'deltaTime'>
    : never
  : never;

interface Placed {
  /** Ticks from the beginning. */
  readonly at: number;
  readonly event: Event;
}

/** Events in order, each so long after the one before. */
function track(events: readonly Placed[]): MidiEvent[] {
  const sorted = [...events].sort((a, b) => a.at - b.at);
  const placed = sorted.map(({ at, event }, index) => {
    return { deltaTime: at - (sorted[index - 1]?.at ?? 0), ...event } as MidiEvent;
  });
  return [...placed, { deltaTime: 0, type: 'endOfTrack', meta: true }];
}

/** Texts of MIDI files are written in a byte for each character. */
const latin = (text: string) => text.replace(/[^\u0020-\u00ff]/gu, '?');
