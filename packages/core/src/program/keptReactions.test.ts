import {
  bodyControlId,
  controlsOf,
  withControl,
  withNewControl,
  type Character,
} from '../character';
import { keptReactionSchema, type KeptReaction, type Reaction } from '../reactions';
import { RICH_CHARACTERS } from '../testing/richCharacters';
import { keptReaction, reactionFor } from './keptReactions';

/** A character with controls of such names, under ids of its own. */
function bodyWith(names: Readonly<Record<string, string>>): Character {
  return Object.entries(names).reduce(
    (now: Character, [id, name]) =>
      withControl(withNewControl(now, id, name), id, { min: -1, max: 1 }),
    RICH_CHARACTERS.get('chart')!,
  );
}
const first = controlsOf(bodyWith({ a: 'Head nod', b: 'Lean' }));
const second = controlsOf(bodyWith({ lean: 'Lean', a: 'Something else' }));
const reaction: Reaction = {
  ...{ id: 'r', order: 'a0', name: 'Nods', low: null, high: -20, mix: 'add', weight: 0.5 },
  signal: { kind: 'loudness', of: 'somebody' },
  shaping: [{ kind: 'gain', factor: 2 }],
  targets: [
    { control: bodyControlId('a'), amount: 0.5 },
    { control: bodyControlId('b'), amount: -0.25 },
    { control: 'gaze/x', amount: 1 },
    { control: 'gone', amount: 1 },
  ],
  muted: true,
};
const kept = (of: Reaction): KeptReaction => ({
  ...keptReaction('kept', of, first),
  order: 'a0',
});

describe('a reaction that is kept for others', () => {
  it('can be saved, and knows what it moves by name', () => {
    const made = kept(reaction);
    expect(keptReactionSchema.isValidSync(made, { strict: true })).toBe(true);
    expect(made.targets.map(({ label }) => label)).toEqual(['Head nod', 'Lean', 'Gaze, across']);
  });
  it('listens to the others where it listened to somebody of one scene', () => {
    expect(kept(reaction).signal).toEqual({ kind: 'loudness', of: 'others' });
    expect(kept({ ...reaction, signal: { kind: 'loudness', of: 'own' } }).signal).toEqual({
      kind: 'loudness',
      of: 'own',
    });
  });
  it('comes back to its own character as it was, but heard', () => {
    const { targets, ...made } = reactionFor(kept(reaction), first);
    expect(targets).toEqual(reaction.targets.slice(0, 3));
    expect(made).toMatchObject({ name: 'Nods', high: -20, weight: 0.5, muted: false });
  });
  it('moves what another character has by that name, and nothing that only has the same id', () => {
    expect(reactionFor(kept(reaction), second).targets).toEqual([
      { control: bodyControlId('lean'), amount: -0.25 },
      { control: 'gaze/x', amount: 1 },
    ]);
  });
  it('follows a control by its name', () => {
    const follows = kept({ ...reaction, signal: { kind: 'control', control: bodyControlId('b') } });
    expect(reactionFor(follows, second).signal).toEqual({
      kind: 'control',
      control: bodyControlId('lean'),
    });
    const nothing = controlsOf(bodyWith({}));
    expect(reactionFor(follows, nothing).signal).toEqual({ kind: 'control', control: '-' });
  });
});
