import { array, object, string, type Schema } from 'yup';
import { FLICKS_PER_SECOND, flicksSchema, type Flicks } from '../time';

/** The mood of a line, and what its mouth shows in pauses. */
export interface Mood {
  /** The mood whose mouths are shown; null for the character's first. */
  readonly mood: string | null;
  /** The mouth drawing that is shown in pauses; null for the one at rest. */
  readonly pauseDrawing: string | null;
}

/** A change of mood in the middle of a line. */
export interface MoodChange extends Mood {
  /** From the start of the voice. */
  readonly time: Flicks;
  /** Over how long the mood before goes over into this one, about its time; 0: a cut. */
  readonly blend: Flicks;
}

/** A stretch of a voice in one mood, from its start to before its end. */
export interface MoodStretch extends Mood {
  readonly start: Flicks;
  readonly end: Flicks;
}

/** What of a line tells its moods. */
export interface WithMoods extends Mood {
  readonly moods: readonly MoodChange[];
  readonly duration: Flicks;
}

/** The longest time over which one mood goes over into another. */
const LONGEST_BLEND: Flicks = 2 * FLICKS_PER_SECOND;
/** The most changes of mood in one line. */
const MOST_CHANGES = 2000;
const name = () => string().max(300).defined().nullable();

export const moodsSchema = array(
  object({
    time: flicksSchema().moreThan(0),
    blend: flicksSchema().max(LONGEST_BLEND),
    mood: name(),
    pauseDrawing: name(),
  }),
)
  .required()
  .max(MOST_CHANGES)
  .test('ordered', 'changes of mood must be in order', (changes) =>
    changes.every(({ time }, at) => time > (changes[at - 1]?.time ?? 0)),
  ) as unknown as Schema<readonly MoodChange[]>;

/** The moods of a line one after the other; they cover its voice from 0 to its end. */
export function moodStretches(line: WithMoods): MoodStretch[] {
  const { mood, pauseDrawing, duration } = line;
  const inside = line.moods.filter(({ time }) => time < duration);
  return [{ time: 0, mood, pauseDrawing }, ...inside].map(({ time, ...own }, at) => ({
    ...own,
    start: time,
    end: inside[at]?.time ?? duration,
  }));
}

/** The mood of a line at a time of its voice. */
export function moodAt(line: WithMoods, time: Flicks): Mood {
  const { mood, pauseDrawing } = line.moods.findLast((change) => change.time <= time) ?? line;
  return { mood, pauseDrawing };
}

/** The same moods with one that begins at a time of the voice, and goes on to the next change; a new one with a cut. */
export function withMoodFrom<Line extends WithMoods>(line: Line, time: Flicks, mood: Mood): Line {
  if (time <= 0) return tidy({ ...line, ...mood });
  const others = line.moods.filter((change) => change.time !== time);
  const blend = line.moods.find((change) => change.time === time)?.blend ?? 0;
  const moods = [...others, { ...mood, time, blend }].sort((a, b) => a.time - b.time);
  return tidy({ ...line, moods });
}

/** The same moods where the one before a change goes over into it in another time. */
export function withMoodBlend<Line extends WithMoods>(
  line: Line,
  time: Flicks,
  blend: Flicks,
): Line {
  const moods = line.moods.map((change) => (change.time === time ? { ...change, blend } : change));
  return { ...line, moods };
}

/** The same moods without a change; the mood before it goes on. */
export function withoutMoodChange<Line extends WithMoods>(line: Line, time: Flicks): Line {
  return tidy({ ...line, moods: line.moods.filter((change) => change.time !== time) });
}

/** A change of mood at another time, no further than to its neighbours. @param apart how far it stays from them */
export function withMoodMoved<Line extends WithMoods>(
  line: Line,
  from: Flicks,
  to: Flicks,
  apart: Flicks,
): Line {
  const at = line.moods.findIndex(({ time }) => time === from);
  if (at < 0) return line;
  const least = (line.moods[at - 1]?.time ?? 0) + apart;
  const most = (line.moods[at + 1]?.time ?? line.duration) - apart;
  const time = Math.max(least, Math.min(most, to));
  return {
    ...line,
    moods: line.moods.map((one, place) => (place === at ? { ...one, time } : one)),
  };
}

/** Without changes that change nothing. */
function tidy<Line extends WithMoods>(line: Line): Line {
  let before: Mood = line;
  const moods = line.moods.filter((change) => {
    const same = change.mood === before.mood && change.pauseDrawing === before.pauseDrawing;
    before = change;
    return !same;
  });
  return { ...line, moods };
}
