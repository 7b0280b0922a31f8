import { useEffect, useState } from 'react';
import { sentenceOf } from '@cruvo/core/problem';
import type { MovedProgram } from '@cruvo/core/program';
import { NameForm } from '../../../shell/NameForm';
import { useOpenScene, useScene } from '../../SceneContext';
import { useMemberNames } from '../../scene/MemberSelect';
import { InputsCard } from '../inputs/InputsCard';
import { CueFields } from './CueFields';
import { CueGrid } from './CueGrid';
import { LaidCues } from './LaidCues';
import { useCueKeys } from './useCueKeys';
import { useCues } from './useCues';

/** The cues of a character: fired by their keys or by large buttons, while the scene plays or to try them. */
export function CueBoard({ member, own }: { member: string; own: MovedProgram }) {
  const { id, performing, characters, images } = useOpenScene();
  const nameOf = useMemberNames();
  const character = useScene(({ scene }) => characters.get(scene.cast[member]?.character ?? ''))!;
  const actions = useCues(member);
  const { cues, error, lay } = actions;
  const [edited, setEdited] = useState<string | null>(null);
  const live = performing.cues;
  useCueKeys(cues, live, lay);
  useEffect(() => {
    performing.setHint(cues.length > 0 ? 'press the key of a cue.' : 'there is no cue yet.');
    return () => performing.setHint(null);
  }, [performing, cues.length]);
  const chosen = cues.find(({ id }) => id === edited);
  return (
    <>
      {cues.length === 0 && (
        <p className="quiet small">
          A cue is something that {character.name} does at a key: a wink, a wave, a lamp that goes
          on. Name one, and say what it sets.
        </p>
      )}
      <CueGrid
        scene={id}
        who={nameOf(member)}
        keyHint="; with Alt it is laid down"
        {...{ cues, live, own, character, images }}
      >
        {(cue) => (
          <button
            type="button"
            className="cue-name"
            aria-expanded={edited === cue.id}
            title={`Change ${cue.name}`}
            onClick={() => setEdited(edited === cue.id ? null : cue.id)}
          >
            {cue.name}
          </button>
        )}
      </CueGrid>
      {error && (
        <p className="small text-danger-emphasis" role="alert">
          {sentenceOf(error)}
        </p>
      )}
      {chosen && (
        <CueFields
          key={chosen.id}
          {...{ cue: chosen, own, character, member, actions }}
          onClose={() => setEdited(null)}
        />
      )}
      <NameForm
        label="Name of a new cue"
        placeholder="Wink, wave, lamp on …"
        action="New cue"
        saving={actions.saving}
        onName={(name) => actions.add(name).then(setEdited)}
      />
      <InputsCard {...{ member, character, own, cues }} />
      <LaidCues actions={actions} />
    </>
  );
}
