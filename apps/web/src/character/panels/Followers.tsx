import { PaintBucket, X } from 'lucide-react';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { boundsOfPart } from '@cruvo/core/character';
import type { Follower, MouthRig } from '@cruvo/core/mouth';
import { sentenceOf } from '@cruvo/core/problem';
import { IconButton } from '../../shell/IconButton';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { withColourBehind } from '../colourBehind';
import { Slider } from './Slider';
import { PartSelect } from './PartSelect';

const MOST_TURN = 30;

/** Parts that move along as the mouth opens: brows, cheeks, a colour behind the mouth. */
export function Followers({ rig }: { rig: MouthRig }) {
  const { store } = useOpenCharacter();
  const character = useCharacter((state) => state.character);
  const [failure, setFailure] = useState<string | null>(null);
  const [working, setWorking] = useState(false);
  const set = (followers: readonly Follower[]) =>
    store.getState().change((before) => ({ ...before, mouth: { ...rig, followers } as MouthRig }));
  const add = (part: string | null) => {
    const box = part !== null && boundsOfPart(character, part);
    if (!part || !box) return;
    const pivot = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    set([...rig.followers, { part, x: 0, y: -box.height / 2, turn: 0, scale: 1, pivot }]);
  };
  const addColour = async () => {
    setFailure(null);
    setWorking(true);
    try {
      const { character: before, change } = store.getState();
      const after = await withColourBehind(before, rig);
      change(() => after);
    } catch (error) {
      setFailure(sentenceOf(error));
    } finally {
      setWorking(false);
    }
  };
  return (
    <section aria-label="Followers" className="followers">
      <h2 className="h6">Parts that follow the mouth</h2>
      {rig.followers.map((follower, at) => (
        <FollowerSettings
          key={follower.part}
          follower={follower}
          onChange={(changed) => set(rig.followers.with(at, changed))}
          onRemove={() => set(rig.followers.filter((other) => other !== follower))}
        />
      ))}
      <div className="d-flex gap-2">
        <PartSelect
          label="Add a brow, a cheek"
          value={null}
          without={rig.part}
          onChange={(part) => {
            if (!rig.followers.some((follower) => follower.part === part)) add(part);
          }}
        />
        <Button
          size="sm"
          variant="outline-secondary"
          className="flex-shrink-0"
          disabled={working}
          title="A coloured oval behind the mouth, which grows as it opens"
          onClick={() => void addColour()}
        >
          <PaintBucket size={15} aria-hidden /> Colour behind
        </Button>
      </div>
      {failure && (
        <Form.Text className="text-danger-emphasis" role="alert">
          {failure}
        </Form.Text>
      )}
    </section>
  );
}

function FollowerSettings({
  follower,
  onChange,
  onRemove,
}: {
  follower: Follower;
  onChange: (follower: Follower) => void;
  onRemove: () => void;
}) {
  const { parts, height } = useCharacter(({ character }) => character);
  const name = parts[follower.part]?.name ?? follower.part;
  const far = height / 6;
  return (
    <div className="follower">
      <div className="d-flex align-items-center">
        <strong className="small flex-fill text-break">{name}</strong>
        <IconButton icon={X} label={`Remove ${name}`} onClick={onRemove} />
      </div>
      <Slider
        label="Height"
        min={-far}
        max={far}
        value={-follower.y}
        onChange={(up) => onChange({ ...follower, y: -up })}
      />
      <Slider
        label="Rotation"
        unit="°"
        min={-MOST_TURN}
        max={MOST_TURN}
        value={(follower.turn * 180) / Math.PI}
        onChange={(angle) => onChange({ ...follower, turn: (angle * Math.PI) / 180 })}
      />
      <Slider
        label="Scale"
        min={0.2}
        max={4}
        value={follower.scale}
        onChange={(scale) => onChange({ ...follower, scale })}
      />
    </div>
  );
}
