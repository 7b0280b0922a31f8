import { useEffect, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { sentenceOf } from '@cruvo/core/problem';
import type { MovedProgram } from '@cruvo/core/program';
import { NameForm } from '../../../shell/NameForm';
import { useOpenScene, useScene } from '../../SceneContext';
import { useMemberNames } from '../../scene/MemberSelect';
import { InputsCard } from '../inputs/InputsCard';
import { CueFields } from './CueFields';
import { CuePicture } from './CuePicture';
import { LaidCues } from './LaidCues';
import { useCueKeys } from './useCueKeys';
import { useCues } from './useCues';
import { useBoard } from './useBoard';

/** The cues of a character: fired by their keys or by large buttons, while the scene plays or to try them. */
export function CueBoard({ member, own }: { member: string; own: MovedProgram }) {
  const { id, performing, characters, images } = useOpenScene();
  const nameOf = useMemberNames();
  const character = useScene(({ scene }) => characters.get(scene.cast[member]?.character ?? ''))!;
  const actions = useCues(member);
  const { cues, error, lay } = actions;
  const active = useStore(performing.cues.state, (state) => state.active);
  const [edited, setEdited] = useState<string | null>(null);
  const live = performing.cues;
  useCueKeys(cues, live, lay);
  const pictures = useRef<HTMLDivElement>(null);
  useBoard(id, nameOf(member), cues, live, (cue) => {
    const shown = [...(pictures.current?.children ?? [])] as HTMLElement[];
    const canvas = shown.find(({ dataset }) => dataset['cue'] === cue)?.querySelector('canvas');
    return canvas?.toDataURL() ?? '';
  });
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
      <div className="cue-board" ref={pictures}>
        {cues.map((cue) => (
          <div key={cue.id} data-cue={cue.id} className={active.has(cue.id) ? 'cue on' : 'cue'}>
            <button
              type="button"
              className="cue-button"
              aria-label={`Fire ${cue.name}`}
              aria-pressed={active.has(cue.id)}
              title={cue.key ? `Key ${cue.key.toUpperCase()}; with Alt it is laid down` : undefined}
              onPointerDown={() => live.press(cue)}
              onPointerUp={() => live.release(cue.id)}
              onPointerLeave={() => live.release(cue.id)}
              onKeyDown={(event) => {
                if (!isPress(event.key)) return;
                event.stopPropagation();
                if (!event.repeat) live.press(cue);
              }}
              onKeyUp={(event) => isPress(event.key) && live.release(cue.id)}
              onBlur={() => live.release(cue.id)}
            >
              <CuePicture {...{ cue, own, character, images }} />
              {cue.key && <kbd>{cue.key.toUpperCase()}</kbd>}
            </button>
            <button
              type="button"
              className="cue-name"
              aria-expanded={edited === cue.id}
              title={`Change ${cue.name}`}
              onClick={() => setEdited(edited === cue.id ? null : cue.id)}
            >
              {cue.name}
            </button>
          </div>
        ))}
      </div>
      {cues.length > 0 && (
        <a className="small" href={`/scenes/${id}/cues`} target={`cues ${id}`}>
          Large buttons in a window of their own
        </a>
      )}
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

/** Whether a key presses the button that has the focus. */
const isPress = (key: string) => key === ' ' || key === 'Enter';
