import { emptyTrack, keptMove, placedMove, withKey, type PlacedMove } from '../keys';
import { withReaction, type SceneReaction } from '../reactions';
import { testMaterial } from '../testing';
import { toFlicks } from '../time';
import { compile } from './compile';
import { moverRows } from './moverRows';

const material = testMaterial();
const { id: member, character } = Object.values(material.scene.cast)[0]!;
const keyed = withKey(withKey(emptyTrack('k', member, 'mouth.jaw'), 0, 1), toFlicks(1), 2);
const wave = keptMove('wave', 'Wave', [keyed], { start: 0, end: toFlicks(1) })!;
const laid = (id: string, start: number, fields: Partial<PlacedMove> = {}): PlacedMove => ({
  ...placedMove(id, member, 'wave', toFlicks(start)),
  ...fields,
});
const reaction: Omit<SceneReaction, 'order'> = {
  ...{ id: 'low', member, name: 'Low', signal: { kind: 'speaking', of: 'own' } },
  ...{ low: null, high: null, shaping: [], targets: [{ control: 'mouth.jaw', amount: 1 }] },
  ...{ mix: 'add', weight: 1, muted: false, stretch: null },
};
const reactions = ['low', 'high'].reduce(
  (table, id) => withReaction<SceneReaction>(table, { ...reaction, id, name: id }),
  {} as typeof material.scene.reactions,
);

function rows(placed: readonly PlacedMove[], withReactions = true) {
  const { memos } = compile({
    ...material,
    characters: new Map([[character, { ...material.characters.get(character)!, moves: { wave } }]]),
    scene: {
      ...material.scene,
      reactions,
      keys: { k: keyed, other: { ...keyed, id: 'other', control: 'gone' } },
      moves: Object.fromEntries(placed.map((one) => [one.id, one])),
    },
  });
  return moverRows(memos.get(member)!.value, { withReactions });
}

describe('the rows of what moves a member', () => {
  it('are keys, moves, and reactions, the highest of them first', () => {
    expect(rows([laid('a', 0)]).map(({ kind, name }) => [kind, name])).toEqual([
      ['keys', 'Jaw'],
      ['keys', 'A control'],
      ['moves', 'Moves'],
      ['reaction', 'high'],
      ['reaction', 'low'],
    ]);
    expect(rows([], false).map(({ kind }) => kind)).toEqual(['keys', 'keys']);
  });

  it('hold moves that follow each other in one row, and no two that overlap', () => {
    const found = rows([
      laid('a', 0, { times: 2 }),
      laid('b', 1),
      laid('c', 2),
      laid('d', 2, { speed: 2 }),
      laid('gone', 9, { move: 'forgotten' }),
    ]).flatMap((row) => (row.kind === 'moves' ? [row.moves] : []));
    const spans = found.map((row) => row.map(({ placed, end }) => [placed.id, end]));
    expect(spans).toEqual([
      [
        ['b', toFlicks(2)],
        ['d', toFlicks(2.5)],
      ],
      [
        ['a', toFlicks(2)],
        ['c', toFlicks(3)],
      ],
    ]);
  });
});
