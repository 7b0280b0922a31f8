import { exactRate } from './csv';
import type { Timed, TimedClip, Timing } from './timing';

type Json = Record<string, unknown>;

/**
 * A timeline as OpenTimelineIO has it: a track for each character, whose clips name their recordings, one for what
 * they do, and the markers.
 */
export function openTimeline(timing: Timing): string {
  const rate = exactRate(timing.frameRate);
  const time = (seconds: number): Json => {
    return { OTIO_SCHEMA: 'RationalTime.1', rate, value: Math.round(seconds * rate * 1000) / 1000 };
  };
  const range = (start: number, duration: number): Json => {
    return { OTIO_SCHEMA: 'TimeRange.1', start_time: time(start), duration: time(duration) };
  };
  const gap = (duration: number): Json => {
    return { OTIO_SCHEMA: 'Gap.1', name: '', source_range: range(0, duration), ...BARE };
  };
  const track = (
    name: string,
    kind: 'Audio' | 'Video',
    clips: readonly (Timed & { clip: (length: number) => Json })[],
  ): Json => {
    const children: Json[] = [];
    let at = 0;
    for (const { start, end, clip } of [...clips].sort((a, b) => a.start - b.start)) {
      const from = Math.max(at, start);
      if (end <= from) continue;
      if (from > at) children.push(gap(from - at));
      children.push(clip(end - from));
      at = end;
    }
    return { OTIO_SCHEMA: 'Track.1', name, kind, children, source_range: null, ...BARE };
  };
  const tracks = timing.characters.flatMap((name) => {
    const said = timing.lines
      .filter(({ speaker }) => speaker === name)
      .map(({ start, end, voice, offset, script, ...line }) => ({
        ...{ start, end },
        clip: (length: number): Json => ({
          ...{ OTIO_SCHEMA: 'Clip.1', name: line.name, source_range: range(offset, length) },
          media_reference:
            voice === null
              ? { OTIO_SCHEMA: 'MissingReference.1', name: '', available_range: null, metadata: {} }
              : {
                  ...{ OTIO_SCHEMA: 'ExternalReference.1', name: voice, metadata: {} },
                  ...{ target_url: encodeURI(voice), available_range: null },
                },
          ...{ ...BARE, metadata: { cruvo: { script, language: line.language } } },
        }),
      }));
    const done = timing.clips
      .filter(({ character }) => character === name)
      .map(({ start, end, kind, name: called }) => ({
        ...{ start, end },
        clip: (length: number): Json => ({
          ...{ OTIO_SCHEMA: 'Clip.1', name: called, source_range: range(0, length) },
          media_reference: {
            OTIO_SCHEMA: 'MissingReference.1',
            name: '',
            available_range: null,
            metadata: {},
          },
          ...{ ...BARE, metadata: { cruvo: { kind } } },
        }),
      }));
    return [
      ...(said.length > 0 ? [track(name, 'Audio', said)] : []),
      ...(done.length > 0 ? [track(`${name}: cues, moves and takes`, 'Video', done)] : []),
    ];
  });
  const markers = timing.markers.map(({ name, start, end }) => ({
    ...{ OTIO_SCHEMA: 'Marker.2', name, marked_range: range(start, end - start), metadata: {} },
  }));
  const stack = { OTIO_SCHEMA: 'Stack.1', name: 'tracks', children: tracks, source_range: null };
  const timeline = {
    ...{ OTIO_SCHEMA: 'Timeline.1', name: timing.scene, global_start_time: null, metadata: {} },
    tracks: { ...stack, effects: [], markers, metadata: {} },
  };
  return JSON.stringify(timeline, null, 1);
}

const BARE = { effects: [], markers: [], metadata: {} } as const;

/** A clip of another program's timeline; seconds. */
export interface TimelineClip extends Timed {
  readonly track: string;
  readonly name: string;
  /** Name of the file that it shows or plays; null where none is named. */
  readonly media: string | null;
  /** Where in it the clip begins, seconds. */
  readonly offset: number;
  /** Whether it lies in a track of sound. */
  readonly heard: boolean;
  /** What Cruvo wrote of it: what is said, or that it is a cue, move or take; null where it is of another program. */
  readonly script: string | null;
  readonly kind: TimedClip['kind'] | null;
}

export interface ReadTimeline {
  readonly name: string;
  readonly clips: readonly TimelineClip[];
  readonly markers: readonly (Timed & { readonly name: string })[];
}

/** Reads the clips and markers of a timeline; null where it is none. */
export function readOpenTimeline(json: unknown): ReadTimeline | null {
  const timeline = json as Json | null;
  if (!isKind(timeline, 'Timeline')) return null;
  const stack = timeline['tracks'] as Json | undefined;
  if (!isKind(stack, 'Stack')) return null;
  const clips: TimelineClip[] = [];
  const markers: ReadTimeline['markers'][number][] = [];
  /** Takes note of the markers of something that begins at a time. */
  const mark = (item: Json, start: number, first: number) => {
    for (const marker of listOf(item['markers'])) {
      const found = rangeOf(marker['marked_range']);
      if (!found) continue;
      const at = start + found.start - first;
      markers.push({ name: nameOf(marker), start: at, end: at + found.duration });
    }
  };
  mark(stack, 0, 0);
  for (const track of listOf(stack['children'])) {
    let at = 0;
    for (const item of listOf(track['children'])) {
      const reference = (item['media_reference'] ?? null) as Json | null;
      const range = rangeOf(item['source_range']) ?? rangeOf(reference?.['available_range']);
      const { start: offset, duration } = range ?? { start: 0, duration: 0 };
      if (isKind(item, 'Clip') && duration > 0) {
        const url = reference?.['target_url'];
        const media = typeof url === 'string' ? lastOf(url) : null;
        const own = ((item['metadata'] ?? null) as Json | null)?.['cruvo'] as Json | undefined;
        const script = typeof own?.['script'] === 'string' ? own['script'] : null;
        const kind = KINDS.find((one) => one === own?.['kind']) ?? null;
        clips.push({
          ...{ track: nameOf(track), name: nameOf(item), media, offset, script, kind },
          heard: track['kind'] !== 'Video',
          start: at,
          end: at + duration,
        });
      }
      mark(item, at, offset);
      // What lies over a cut takes no time of its own.
      if (!isKind(item, 'Transition')) at += duration;
    }
    mark(track, 0, 0);
  }
  return { name: nameOf(timeline), clips, markers };
}

const KINDS: readonly TimedClip['kind'][] = ['cue', 'move', 'take'];

const listOf = (value: unknown): Json[] =>
  Array.isArray(value)
    ? value.filter((one): one is Json => typeof one === 'object' && one !== null)
    : [];
const nameOf = (item: Json) => (typeof item['name'] === 'string' ? item['name'] : '');

const isKind = (item: unknown, kind: string): item is Json =>
  typeof item === 'object' &&
  item !== null &&
  String((item as Json)['OTIO_SCHEMA']).startsWith(`${kind}.`);

function rangeOf(value: unknown): { readonly start: number; readonly duration: number } | null {
  if (!isKind(value, 'TimeRange')) return null;
  const [start, duration] = [secondsOf(value['start_time']), secondsOf(value['duration'])];
  return start === null || duration === null ? null : { start, duration };
}

function secondsOf(value: unknown): number | null {
  if (!isKind(value, 'RationalTime')) return null;
  const seconds = Number(value['value']) / Number(value['rate']);
  return Number.isFinite(seconds) ? seconds : null;
}

function lastOf(url: string): string {
  const plain = url.split(/[?#]/)[0]!.split(/[/\\]/).at(-1)!;
  try {
    return decodeURIComponent(plain);
  } catch {
    return plain;
  }
}
