import { readFileSync, writeFileSync } from 'node:fs';
import { evaluate } from './evaluate';
import { frameTime } from './frameRate';
import { prepareScene } from './prepare';
import { GOLDEN_TIMES, richScene, roundedDigest } from '../testing';

/** Written anew, where what is seen is meant to change, with CRUVO_UPDATE_GOLDEN=1. */
const FILE = new URL('goldenItems.json', import.meta.url);

const TIMES = [...GOLDEN_TIMES, ...Array.from({ length: 20 }, (_, at) => frameTime(4 * at, '24'))];

interface Moment {
  readonly time: number;
  /** A digest of what each member paints. */
  readonly members: Readonly<Record<string, number>>;
}

/** What the rich scene paints at all times. */
function painted(): Moment[] {
  const prepared = prepareScene(richScene());
  return TIMES.map((time) => {
    const { items } = evaluate(prepared, time);
    const members = prepared.members.map(({ member }) => {
      const own = items.filter(({ id }) => id.startsWith(`${member.id}/`));
      return [member.id, roundedDigest(own)] as const;
    });
    return { time, members: Object.fromEntries(members) };
  });
}

let found: Moment[] = [];
beforeAll(() => {
  found = painted();
  if (!process.env['CRUVO_UPDATE_GOLDEN']) return;
  const lines = found.map((moment) => JSON.stringify(moment));
  writeFileSync(FILE, `[\n${lines.join(',\n')}\n]\n`);
});

it.each(richScene().scene.cast.map(({ id }) => id))(
  'the mouth of the kind “%s” and its face paint what they did, at every time',
  (id) => {
    const golden = JSON.parse(readFileSync(FILE, 'utf8')) as Moment[];
    const differing = found.filter(({ members }, at) => members[id] !== golden[at]!.members[id]);
    expect(differing.map(({ time }) => time)).toEqual([]);
    // Something moves in each of them.
    expect(new Set(found.map(({ members }) => members[id])).size).toBeGreaterThan(1);
  },
);
