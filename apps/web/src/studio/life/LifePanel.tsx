import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import {
  bodyMapOf,
  REACTION_PRESETS,
  STAGE_PRESETS,
  type StagePreset,
} from '@cruvo/core/performance';
import { STAGE } from '@cruvo/core/scene';
import type { Character } from '@cruvo/core/character';
import { SortableList } from '../../shell/SortableList';
import { useMoved, useOpenScene, useScene } from '../SceneContext';
import { MemberSelect, useMemberNames } from '../scene/MemberSelect';
import { KeyList } from './KeyList';
import { MoveList } from './MoveList';
import { KeptReactions } from './KeptReactions';
import { OwnReactions } from './OwnReactions';
import { PerformanceCard } from './PerformanceCard';
import { ReactionCard } from './ReactionCard';
import { useKeptReactions } from './useKeptReactions';
import { useOwnReactions } from './useOwnReactions';
import { useReactions } from './useReactions';

/** What moves a character, or the stage, by itself: its performance, and every reaction that it is made of or that people made. */
export function LifePanel() {
  const member = useMoved();
  const nameOf = useMemberNames();
  if (member === null) {
    return <p className="quiet">Nobody is on the stage yet. Bring a character in first.</p>;
  }
  return (
    <>
      <MemberSelect label="Whose life" size="sm" className="mb-2" withStage member={member} />
      {member !== STAGE && <PerformanceCard key={member} member={member} name={nameOf(member)} />}
      <Reactions key={`of ${member}`} member={member} />
      <KeyList key={`keys of ${member}`} member={member} />
      {member !== STAGE && <MoveList key={`moves of ${member}`} member={member} />}
    </>
  );
}

/** Reactions that people often want: of a character, or else of the stage. */
function presetsFor(
  character: Character | undefined,
): readonly (StagePreset & { needs?: string })[] {
  if (!character) return STAGE_PRESETS;
  return REACTION_PRESETS.map(({ name, needs, make }) => {
    return { name, needs, make: (seed: number) => make(bodyMapOf(character), seed) };
  });
}

/** What could not be saved is said by the hook, and stays where it is. */
const NEVER = () => undefined;

function Reactions({ member }: { member: string }) {
  const { characters } = useOpenScene();
  const character = useScene(({ scene }) => characters.get(scene.cast[member]?.character ?? ''));
  const presets = presetsFor(character);
  const actions = useReactions(member);
  const own = useOwnReactions(member);
  const kept = useKeptReactions(member);
  const [open, setOpen] = useState<string | null>(null);
  // The highest, which has the last word, stands first.
  const shown = actions.reactions.toReversed();
  const ids = shown.map(({ id }) => id);
  const place = (from: number, to: number) => actions.move(ids[from]!, ids.length - 1 - to);
  const add = (at: number) => {
    const preset = presets[at];
    const seed = actions.reactions.length + 1;
    if (!preset) return setOpen(actions.add('Reaction', {}));
    const made = preset.make(seed);
    setOpen(actions.add(preset.name, made));
  };
  const use = (id: string) => {
    const reaction = kept.reactions.find((one) => one.id === id);
    const made = reaction && kept.made(reaction);
    if (made) setOpen(actions.add(made.name, made));
  };
  return (
    <>
      <div className="d-flex align-items-center mb-2">
        <h2 className="h6 mb-0 flex-fill">Reactions</h2>
        <Dropdown>
          <Dropdown.Toggle size="sm" variant="outline-secondary" className="no-caret">
            <Plus size={16} aria-hidden /> Reaction
          </Dropdown.Toggle>
          <Dropdown.Menu align="end" popperConfig={{ strategy: 'fixed' }}>
            {presets.map(({ name, needs }, at) => (
              <Dropdown.Item
                as="button"
                key={name}
                title={needs && `Needs ${needs}`}
                onClick={() => add(at)}
              >
                {name}
              </Dropdown.Item>
            ))}
            {kept.reactions.length > 0 && <Dropdown.Header>Of this production</Dropdown.Header>}
            {kept.reactions.map(({ id, name }) => (
              <Dropdown.Item as="button" key={id} onClick={() => use(id)}>
                {name}
              </Dropdown.Item>
            ))}
            <Dropdown.Divider />
            <Dropdown.Item as="button" onClick={() => add(-1)}>
              One of your own
            </Dropdown.Item>
          </Dropdown.Menu>
        </Dropdown>
      </div>
      {shown.length === 0 && (
        <p className="quiet small">
          A reaction lets a voice, chance or time move something: a lamp that glows with loudness, a
          crest that rises on stressed words.
        </p>
      )}
      <SortableList ids={ids} onPlace={place}>
        {shown.map((reaction) => (
          <ReactionCard
            key={reaction.id}
            reaction={reaction}
            actions={actions}
            open={open === reaction.id}
            onOpen={(now) => setOpen(now ? reaction.id : null)}
            onKeepInProduction={() => kept.keep(reaction)}
            onKeep={
              character
                ? () => void own.keep(reaction).then(() => actions.remove(reaction.id), NEVER)
                : null
            }
          />
        ))}
      </SortableList>
      <OwnReactions own={own} actions={actions} />
      <KeptReactions kept={kept} onUse={use} />
    </>
  );
}
