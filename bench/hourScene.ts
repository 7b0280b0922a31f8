import { inTable } from '@cruvo/core/records';
import { standing, type CastMember, type Line, type Row, type Scene } from '@cruvo/core/scene';
import { toFlicks } from '@cruvo/core/time';

export const HOUR = { lines: 500, speakers: 20, seconds: 3600 } as const;
/** How long each line is, seconds. */
const LINE_SECONDS = 10;

/** An hour in which twenty of one character say five hundred lines in turn, all of them the beginning of one line. */
export function hourScene(scene: Scene, character: string, line: Line): Scene {
  const members = Array.from({ length: HOUR.speakers }, (_, at) =>
    standing({ id: `member-${at}`, character, x: 90 * at, y: 1000, scale: 0.4 }),
  );
  const lines = Array.from({ length: HOUR.lines }, (_, at): Line => {
    const start = toFlicks((at * HOUR.seconds) / HOUR.lines);
    return {
      ...{ ...line, id: `line-${at}`, row: `member-${at % HOUR.speakers}`, name: `Line ${at}` },
      ...{ start, offset: 0, length: toFlicks(LINE_SECONDS), corrections: [], reviewed: [] },
    };
  });
  return {
    ...scene,
    name: 'An hour',
    length: toFlicks(HOUR.seconds + LINE_SECONDS),
    cast: inTable<CastMember>(members),
    rows: inTable<Row>(
      members.map(({ id }) => ({ id, kind: 'dialogue', target: id, muted: false })),
    ),
    lines: Object.fromEntries(lines.map((one) => [one.id, one])),
    // Those of the scene's own cast.
    ...{ reactions: {}, keys: {}, moves: {}, performances: {} },
  };
}
