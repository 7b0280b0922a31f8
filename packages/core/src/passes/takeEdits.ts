import { inOrder, inTable, type Records } from '../records';
import { toFlicks, type Flicks } from '../time';
import type { PassRecording } from './recording';
import type { TakeChannel, TakeClip } from './takeClip';

/** The shortest take that trimming leaves. */
const SHORTEST: Flicks = toFlicks(1 / 30);
/** Over how long a take comes and goes unless somebody says otherwise. */
export const USUAL_FADE: Flicks = toFlicks(0.25);

export const endOfTake = ({ start, length }: Pick<TakeClip, 'start' | 'length'>): Flicks =>
  start + length;

/** The takes of a cast member, the lower ones first. */
export function takesOf(takes: Records<TakeClip>, member: string): readonly TakeClip[] {
  return inOrder(takes).filter((take) => take.member === member);
}

/** A take of all that a pass recorded, just as it was performed. */
export function takeOf(
  {
    id,
    member,
    name,
    recording,
    start,
  }: Pick<TakeClip, 'id' | 'member' | 'name' | 'recording' | 'start'>,
  { duration, channels }: PassRecording,
): Omit<TakeClip, 'order'> {
  const length = Math.max(SHORTEST, toFlicks(duration));
  const fade = Math.min(USUAL_FADE, Math.floor(length / 2));
  return {
    ...{ id, member, name, recording, start, length },
    ...{ offset: 0, speed: 1, fadeIn: fade, fadeOut: fade, held: false, muted: false },
    channels: channels.map(({ control }): TakeChannel => {
      return {
        ...{ control, recorded: control, strength: 1, offset: 0 },
        ...{ delay: 0, smoothing: 0, muted: false },
      };
    }),
  };
}

/** Takes with another one on top. */
export function withTake(
  takes: Records<TakeClip>,
  take: Omit<TakeClip, 'order'>,
): Records<TakeClip> {
  return inTable<TakeClip>([...inOrder(takes), take]);
}

/** A take whose edge was dragged to a time; what is played stays where it was. @param duration of what was recorded */
export function trimmedTake(
  take: TakeClip,
  edge: 'start' | 'end',
  time: Flicks,
  duration: Flicks,
): TakeClip {
  const end = endOfTake(take);
  if (edge === 'end') {
    const latest = take.start + Math.floor((duration - take.offset) / take.speed);
    const to = Math.max(take.start + SHORTEST, Math.min(latest, time));
    return fadesFitting({ ...take, length: to - take.start });
  }
  const earliest = Math.max(0, take.start - Math.floor(take.offset / take.speed));
  const from = Math.min(end - SHORTEST, Math.max(earliest, time));
  const offset = Math.max(0, take.offset + Math.round((from - take.start) * take.speed));
  return fadesFitting({ ...take, start: from, length: end - from, offset });
}

/** A take cut in two at a time inside of it, which go over into each other; the same alone where it is not inside. */
export function splitTake(take: TakeClip, time: Flicks, id: string): readonly TakeClip[] {
  const first = time - take.start;
  if (first < SHORTEST || take.length - first < SHORTEST) return [take];
  const later = { ...take, id, start: time, length: take.length - first, fadeIn: 0 };
  return [
    fadesFitting({ ...take, length: first, fadeOut: 0, held: false }),
    fadesFitting({ ...later, offset: take.offset + Math.round(first * take.speed) }),
  ];
}

/** A take with one of its channels changed. */
export function withTakeChannel(
  take: TakeClip,
  control: string,
  change: Partial<Omit<TakeChannel, 'control'>>,
): TakeClip {
  const channels = take.channels.map((channel) =>
    channel.control === control ? { ...channel, ...change } : channel,
  );
  return { ...take, channels };
}

/** A take that is played faster or more slowly from its start on; all of it is still played. */
export function retimedTake(take: TakeClip, speed: number): TakeClip {
  const length = Math.max(SHORTEST, Math.round((take.length * take.speed) / speed));
  return fadesFitting({ ...take, speed, length });
}

/** A take whose fades are no longer than itself together. */
export function fadesFitting(take: TakeClip): TakeClip {
  const fadeIn = Math.min(take.fadeIn, take.length);
  return { ...take, fadeIn, fadeOut: Math.min(take.fadeOut, take.length - fadeIn) };
}
