import { useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import {
  bodyControlsOf,
  DEPTH_RANGE,
  faceDepths,
  withFaceDepth,
  type FaceDepth,
} from '@cruvo/core/character';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { gesture } from '../stage/gesture';
import { stopSweep } from '../sweep';

/** The picture: its size in units, and where depth 0 and 1 lie. */
const [WIDTH, HEIGHT, BACK, FRONT] = [240, 150, 80, 180];
const STEP = 0.05;
const KEYS: Readonly<Record<string, number>> = { ArrowLeft: -STEP, ArrowRight: STEP };
/** While depths are dragged the head is turned so far, for they are seen only then. */
const TURNED = 0.8;

const across = (depth: number) => BACK + depth * (FRONT - BACK);
const downTo = (down: number) => 12 + Math.max(0, Math.min(1, down)) * (HEIGHT - 24);
const inWords = (depth: number) => `${Math.round(100 * depth)} %`;

/** The face from the side: how far each of its parts lies in front, to be dragged while the head is seen turned. */
export function ReliefCard() {
  const { store } = useOpenCharacter();
  const character = useCharacter((state) => state.character);
  const depths = useMemo(() => faceDepths(character), [character]);
  const [open, setOpen] = useState(false);
  const [over, setOver] = useState<string | null>(null);
  if (depths.length === 0) return null;
  if (!open) {
    return (
      <Button size="sm" variant="quiet" className="mb-2" onClick={() => setOpen(true)}>
        Show the depth of the face
      </Button>
    );
  }
  const set = (part: string, depth: number) =>
    store.getState().change((before) => withFaceDepth(before, part, depth));
  const turn = () => {
    const control = bodyControlsOf(character).find(({ name }) => name === 'Head turn');
    if (!control) return;
    stopSweep();
    const { values, setValue } = store.getState();
    const now = values.get(control.id) ?? control.rest;
    if (now === control.rest) setValue(control.id, TURNED * control.max);
  };
  const press = (event: React.PointerEvent<SVGGElement>, { part, depth }: FaceDepth) => {
    const box = event.currentTarget.ownerSVGElement!.getBoundingClientRect();
    const from = event.clientX;
    turn();
    gesture(store, ({ clientX }) => {
      const way = ((clientX - from) / box.width) * WIDTH;
      set(part, depth + way / (FRONT - BACK));
    });
  };
  const shown = depths.find(({ part }) => part === over);
  return (
    <section className="control-card" aria-label="Depth of the face">
      <div className="d-flex align-items-center gap-1 small">
        <span className="flex-fill">
          {shown ? `${shown.name}, ${inWords(shown.depth)}` : 'The face from the side'}
        </span>
        <Button size="sm" variant="quiet" onClick={() => setOpen(false)}>
          Close
        </Button>
      </div>
      <svg className="relief" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="group" aria-label="Relief">
        <path
          className="skull"
          d={`M${across(-0.45)} 12C${across(0.2)} 6 ${across(0.66)} 40 ${across(0.66)} 78S${across(0.2)} ${HEIGHT - 6} ${across(-0.45)} ${HEIGHT - 12}Z`}
        />
        {depths.map((one) => (
          <g
            key={one.part}
            className="depth"
            transform={`translate(${across(one.depth)} ${downTo(one.down)})`}
            role="slider"
            tabIndex={0}
            aria-label={`Depth of ${one.name}`}
            aria-valuenow={Math.round(100 * one.depth)}
            aria-valuemin={100 * DEPTH_RANGE.least}
            aria-valuemax={100 * DEPTH_RANGE.most}
            onPointerDown={(event) => press(event, one)}
            onPointerEnter={() => setOver(one.part)}
            onFocus={() => {
              setOver(one.part);
              turn();
            }}
            onKeyDown={(event) => {
              const way = KEYS[event.key];
              if (way === undefined) return;
              event.preventDefault();
              event.stopPropagation();
              set(one.part, one.depth + way);
            }}
          >
            <title>{`${one.name}: drag it to the right to bring it forward`}</title>
            <line x1={across(0) - across(one.depth)} x2={0} />
            <circle r={6} />
          </g>
        ))}
      </svg>
    </section>
  );
}
