import { Hand } from 'lucide-react';
import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { emptyTrack, withTrack, type KeyTrack } from '@cruvo/core/keys';
import { labelOfTarget, movedBy } from '@cruvo/core/program';
import { IconButton } from '../../shell/IconButton';
import { useOpenScene, useProgram, useScene } from '../SceneContext';
import { ControlOptions } from './ControlOptions';
import { KeyCard } from './KeyCard';

/** What is set by hand at times, above all reactions: one card a control. */
export function KeyList({ member }: { member: string }) {
  const { store } = useOpenScene();
  const program = useProgram();
  const tracks = useScene(({ scene }) => scene.keys);
  /** Controls that were chosen and have no key yet. */
  const [opened, setOpened] = useState<readonly KeyTrack[]>([]);
  const posing = useScene((state) => state.posing);
  const { edit, pose } = store.getState();
  const own = Object.values(tracks).filter((track) => track.member === member);
  const shown = [
    ...own,
    ...opened.filter((one) => !own.some(({ control }) => control === one.control)),
  ];
  const change = (track: KeyTrack) => {
    // A control whose last key goes stays on the list.
    setOpened((before) => [...before.filter(({ id }) => id !== track.id), { ...track, keys: [] }]);
    edit((scene) => ({ ...scene, keys: withTrack(scene.keys, track) }));
  };
  const close = (track: KeyTrack) => {
    setOpened((before) => before.filter(({ control }) => control !== track.control));
    edit((scene) => ({ ...scene, keys: withTrack(scene.keys, { ...track, keys: [] }) }));
  };
  const controls = movedBy(program, member)?.controls;
  return (
    <>
      <div className="d-flex align-items-center mt-3 mb-2">
        <h2 className="h6 mb-0 flex-fill">By hand</h2>
        <IconButton
          icon={Hand}
          label={posing ? 'Stop posing on the stage' : 'Pose by dragging on the stage'}
          shortcut="P"
          pressed={posing}
          onClick={() => pose(!posing)}
        />
      </div>
      {shown.map((track) => (
        <KeyCard
          key={track.control}
          track={track}
          name={controls ? labelOfTarget(controls, track.control) : ''}
          onChange={change}
          onClose={() => close(track)}
        />
      ))}
      <Form.Select
        size="sm"
        aria-label="Set another control by hand"
        value=""
        onChange={({ target }) => {
          const track = emptyTrack(crypto.randomUUID(), member, target.value);
          if (!shown.some(({ control }) => control === target.value)) {
            setOpened((before) => [...before, track]);
          }
        }}
      >
        <ControlOptions member={member} chosen="" />
      </Form.Select>
      <p className="quiet small mt-1">
        Move the playhead, and set a value, or drag on the stage while posing: that is a key.
        Between keys it goes from one to the next, above everything that moves it by itself.
      </p>
    </>
  );
}
