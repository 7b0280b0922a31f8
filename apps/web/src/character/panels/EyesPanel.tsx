import { useMemo } from 'react';
import { Button, Form } from 'react-bootstrap';
import { abilitiesOf, type Eyes } from '@cruvo/core/character';
import type { Point } from '@cruvo/core/geometry';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { useHandles } from '../useHandles';

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
  const lacking = abilitiesOf(character).filter(({ name, can }) => name !== 'talks' && !can);

  return (
    <>
      {eyes.pupils.length > 0 && (
        <section aria-label="Gaze" className="mb-3">
          <h2 className="h6">Gaze</h2>
          <p className="small quiet mb-2">Drag the point on the drawing: the eyes look at it.</p>
          <Form.Check
            type="switch"
            id="together"
            label="Both eyes look the same way"
            checked={eyes.together}
            onChange={({ target }) => set({ together: target.checked })}
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
          <Form.Group className="setting mt-2">
            <Form.Label>
              Twice in a row
              <span className="quiet figures">{Math.round(100 * blinking.doubles)} %</span>
            </Form.Label>
            <Form.Range
              aria-label="Share of double blinks"
              min={0}
              max={1}
              step={0.02}
              value={blinking.doubles}
              onChange={({ target }) =>
                set({ blinking: { ...blinking, doubles: Number(target.value) } })
              }
            />
          </Form.Group>
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
