import { useCallback, useEffect, useMemo, useState } from 'react';
import { Form } from 'react-bootstrap';
import { cuesOf } from '@cruvo/core/cues';
import { labelOfTarget, placeOfTarget, targetsOf, type MovedProgram } from '@cruvo/core/program';
import { LIGHT, STAGE, WARMTH } from '@cruvo/core/scene';
import { ControlOptions } from '../life/ControlOptions';
import { useOpenScene, useScene } from '../SceneContext';
import { useMemberNames } from '../scene/MemberSelect';
import { ChannelSlider } from './ChannelSlider';
import { CueBoard } from './cues/CueBoard';
import { FaceCard } from './face/FaceCard';
import { useFaceFeed } from './face/useFaceFeed';
import { InputsCard } from './inputs/InputsCard';
import { modesOf, usePasses, type PassKind } from './passes';

/** What is not performed by a slider: the mouth follows the voice, and what sways swings by itself. */
const BY_ITSELF = /^(mouth|sway)\./;

/** Why a face moves nothing. */
const NOTHING_FOLLOWS = 'nothing of it goes along with a face.';
const NOTHING_HEEDED = 'every channel plays back or is off.';

interface ChannelsProps {
  readonly member: string;
  readonly own: MovedProgram;
  readonly pass: PassKind;
}

/** What can be performed in a pass, and what becomes of it. */
export function Channels({ member, own, pass }: ChannelsProps) {
  if (pass === 'cues') return <CueBoard member={member} own={own} />;
  if (pass === 'face') return <FaceChannelsOf {...{ member, own }} />;
  return <HandChannels {...{ member, own }} />;
}

function FaceChannelsOf({ member, own }: Omit<ChannelsProps, 'pass'>) {
  const { performing, characters } = useOpenScene();
  const character = useScene(({ scene }) => characters.get(scene.cast[member]?.character ?? ''))!;
  const { session, targets } = useFaceFeed(performing, character, own.controls);
  const nameOf = useMemberNames();
  const modes = usePasses((state) => modesOf(state, member, 'face'));
  const heeded = targets.some((target) => (modes[target] ?? 'recorded') === 'recorded');
  const still = targets.length === 0 ? NOTHING_FOLLOWS : heeded ? null : NOTHING_HEEDED;
  const onHint = useCallback(
    (hint: string | null) => performing.setHint(hint && (still ?? hint)),
    [performing, still],
  );
  return (
    <>
      <FaceCard session={session} onOff={() => performing.letGo(targets)} onHint={onHint} />
      {targets.length === 0 && (
        <p className="quiet small">
          Nothing of {nameOf(member)} goes along with a face yet. Open the character and press{' '}
          <em>Set up the body</em>.
        </p>
      )}
      <ChannelList {...{ member, own, targets }} pass="face" />
    </>
  );
}

function HandChannels({ member, own }: Omit<ChannelsProps, 'pass'>) {
  const nameOf = useMemberNames();
  const { performing, characters } = useOpenScene();
  const character =
    useScene(({ scene }) => characters.get(scene.cast[member]?.character ?? '')) ?? null;
  const cues = useMemo(() => (character ? cuesOf(character) : []), [character]);
  useEffect(() => {
    performing.setHint(member === STAGE ? 'move a slider.' : null);
    return () => performing.setHint(null);
  }, [performing, member]);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const targets = useMemo(() => {
    const all = targetsOf(own.controls).filter((target) => !BY_ITSELF.test(target));
    if (member !== STAGE) return all;
    // A stage has hundreds.
    const shown = new Set([LIGHT, WARMTH, ...chosen]);
    return all.filter((target) => shown.has(target));
  }, [own.controls, member, chosen]);
  return (
    <>
      {targets.length === 0 && (
        <p className="quiet small">
          Nothing of {nameOf(member)} can be moved by hand yet. Open the character and press{' '}
          <em>Set up the body</em>, or make controls of its own.
        </p>
      )}
      <InputsCard {...{ member, own, cues, character }} />
      <ChannelList {...{ member, own, targets }} pass="hands" />
      {member === STAGE && (
        <Form.Select
          size="sm"
          aria-label="Perform another thing of the stage"
          value=""
          onChange={({ target }) => setChosen([...chosen, target.value])}
        >
          <ControlOptions member={member} chosen="" />
        </Form.Select>
      )}
    </>
  );
}

function ChannelList({
  member,
  own,
  pass,
  targets,
}: ChannelsProps & { readonly targets: readonly string[] }) {
  const { performing } = useOpenScene();
  const modes = usePasses((state) => modesOf(state, member, pass));
  const { setMode } = usePasses.getState();
  useEffect(() => performing.setModes(new Map(Object.entries(modes))), [performing, modes]);
  return (
    <div className="channels">
      {targets.map((target) => {
        const place = placeOfTarget(own.controls, target);
        if (!place) return null;
        const { control, up, down, slot } = place;
        const rest = own.controls.rest[slot]!;
        return (
          <ChannelSlider
            key={target}
            {...{ performing, target, rest }}
            label={labelOfTarget(own.controls, target)}
            min={control.kind === 'range' && !control.reach ? control.min : rest - down}
            max={control.kind === 'range' && !control.reach ? control.max : rest + up}
            onMode={(mode) => setMode(member, pass, target, mode)}
          />
        );
      })}
    </div>
  );
}
