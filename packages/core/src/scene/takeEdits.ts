import type { Line } from './line';
import { slowness } from './shapeLine';
import type { Take } from './takes';

/** The take that is heard in a line; undefined where its voice is no take. */
export function takeInUse({ takes, voice }: Pick<Line, 'takes' | 'voice'>): Take | undefined {
  return voice ? takes.find((take) => take.voice.working === voice.working) : undefined;
}

/** A line whose recording is among its takes, with what was set of it since; one without a recording stays as it is. */
export function withCurrentTake(line: Line, newId: () => string): Line {
  const { voice, track, offset, length, takes } = line;
  if (!voice || voice.scratch) return line;
  const known = takeInUse(line);
  // What is heard of a take is told in times of the recording, whatever the pace.
  const recorded = (time: number) => Math.round(time / slowness(line));
  const from = Math.min(recorded(offset), voice.duration - 1);
  const heard = Math.max(1, Math.min(recorded(length), voice.duration - from));
  const take: Take = {
    ...{ id: known?.id ?? newId(), name: known?.name ?? nextTakeName(takes) },
    ...{ voice, track, offset: from, length: heard, starred: known?.starred ?? false },
  };
  const others = known ? takes.map((one) => (one === known ? take : one)) : [...takes, take];
  return { ...line, takes: others };
}

/** "Take 3" after "Take 1" and "Take 2". */
export function nextTakeName(takes: readonly Take[]): string {
  const numbers = takes.map(({ name }) => Number(/^Take (\d+)$/.exec(name)?.[1] ?? 0));
  return `Take ${Math.max(0, ...numbers) + 1}`;
}

/** A line without one of its takes; what is heard now stays. */
export function withoutTake(line: Line, id: string): Line {
  const inUse = takeInUse(line)?.id;
  return { ...line, takes: line.takes.filter((take) => take.id === inUse || take.id !== id) };
}

/** A line with those takes alone that are marked as good, and the one that is heard. */
export function withBestTakes(line: Line): Line {
  const inUse = takeInUse(line);
  return { ...line, takes: line.takes.filter((take) => take.starred || take === inUse) };
}
