import { Switch } from '../../shell/fields';
import { useMemo } from 'react';
import { Button, Form } from 'react-bootstrap';
import { type Brow, type Eyes, abilitiesOf } from '@cruvo/core/character';
import type { Point } from '@cruvo/core/geometry';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { useHandles } from '../useHandles';
import { Slider } from './Slider';

const MOST_LEAN = 30;

/** Where the eyes look, and how they blink. */
export function EyesPanel() {
  const { store } = useOpenCharacter();
  const character = useCharacter((state) => state.character);
  const { eyes } = character;
  const handles = useMemo(() => {
    const count = eyes.pupils.length;
    if (count === 0) return [];
    const middle = eyes.pupils.reduce(
      (sum, { center }) => ({ x: sum.x + center.x / count, y: sum.y + center.y / count }),
      { x: 0, y: 0 },
    );
    const look = (gaze: Point) =>
      store.getState().change((before) => ({ ...before, eyes: { ...before.eyes, gaze } }));
    return [{ name: 'what the eyes look at', at: eyes.gaze ?? middle, onMove: look }];
  }, [eyes, store]);
  useHandles(handles);
  const set = (change: Partial<Eyes>) =>
    store.getState().change((before) => ({ ...before, eyes: { ...before.eyes, ...change } }));
  const { blinking } = eyes;
  const far = character.height / 12;
  const lacking = abilitiesOf(character).filter(({ name, can }) => name !== 'talks' && !can);

  return (
    <>
      {eyes.pupils.length > 0 && (
        <section aria-label="Gaze" className="mb-3">
          <h2 className="h6">Gaze</h2>
          <p className="small quiet mb-2">Drag the point on the drawing: the eyes look at it.</p>
          <Switch
            className=""
            id="together"
            label="Both eyes look the same way"
            checked={eyes.together}
            onChange={(on) => set({ together: on })}
          />
          <Button
            size="sm"
            variant="outline-secondary"
            className="mt-2"
            disabled={eyes.gaze === null}
            onClick={() => set({ gaze: null })}
          >
            Look as drawn
          </Button>
        </section>
      )}
      {eyes.lids && (
        <section aria-label="Blinks" className="mb-3">
          <h2 className="h6">Blinks by itself</h2>
          <div className="d-flex align-items-center gap-2 small">
            every
            <Seconds
              label="Shortest time between blinks"
              value={blinking.shortest}
              onChange={(shortest) =>
                set({
                  blinking: {
                    ...blinking,
                    shortest,
                    longest: Math.max(shortest, blinking.longest),
                  },
                })
              }
            />
            to
            <Seconds
              label="Longest time between blinks"
              value={blinking.longest}
              onChange={(longest) =>
                set({
                  blinking: {
                    ...blinking,
                    longest,
                    shortest: Math.min(longest, blinking.shortest),
                  },
                })
              }
            />
            seconds
          </div>
          <Slider
            label="Twice in a row"
            max={1}
            value={blinking.doubles}
            onChange={(doubles) => set({ blinking: { ...blinking, doubles } })}
          />
        </section>
      )}
      {(eyes.brows.left ?? eyes.brows.right) && (
        <section aria-label="Brows" className="mb-3">
          <h2 className="h6">Brows at rest</h2>
          {(['right', 'left'] as const).map((side) => {
            const brow = eyes.brows[side];
            if (!brow) return null;
            const change = (next: Partial<Brow>) =>
              set({ brows: { ...eyes.brows, [side]: { ...brow, ...next } } });
            // Both lean inwards as the slider goes up: their turns mirror each other.
            const inwards = side === 'left' ? -1 : 1;
            return (
              <div key={side}>
                <Slider
                  label={`${side === 'left' ? 'Left' : 'Right'} brow height`}
                  min={-far}
                  max={far}
                  value={brow.raise}
                  onChange={(raise) => change({ raise })}
                />
                <Slider
                  label={`${side === 'left' ? 'Left' : 'Right'} brow tilt`}
                  unit="°"
                  min={-MOST_LEAN}
                  max={MOST_LEAN}
                  value={(inwards * brow.turn * 180) / Math.PI}
                  onChange={(angle) => change({ turn: (inwards * angle * Math.PI) / 180 })}
                />
              </div>
            );
          })}
        </section>
      )}
      {lacking.map(({ name, detail }) => (
        <p key={name} className="small">
          <strong>Not yet: {name}.</strong> {detail}
        </p>
      ))}
    </>
  );
}

function Seconds({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number;
  onChange: (value: number) => void;
}) {
  return (
    <Form.Control
      size="sm"
      type="number"
      className="seconds"
      aria-label={label}
      min={0.2}
      max={120}
      step={0.5}
      value={value}
      onChange={({ target }) => {
        const seconds = Number(target.value);
        if (seconds >= 0.2 && seconds <= 120) onChange(seconds);
      }}
    />
  );
}
