import { bodyControlsOf, type BodyControl } from '@cruvo/core/character';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { valueOf } from '../controlActions';
import { followPointer } from '../stage/followPointer';
import { stopSweep } from '../sweep';

/** The controls that a pad sets together, by what they are called. */
const ACROSS = 'Head turn';
const DOWN = 'Head nod';
/** Keys move it by this share of the way. */
const STEP = 0.1;
const KEYS: Readonly<Record<string, readonly [across: number, down: number]>> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
};

/** Turns and nods the head at once, by dragging to where it looks; nothing where it does not do both. */
export function HeadPad() {
  const { store } = useOpenCharacter();
  const controls = useCharacter(({ character }) => bodyControlsOf(character));
  const across = controls.find(({ name }) => name === ACROSS);
  const down = controls.find(({ name }) => name === DOWN);
  const x = useCharacter((state) => (across ? shareOf(across, valueOf(state, across.id)) : 0));
  const y = useCharacter((state) => (down ? shareOf(down, valueOf(state, down.id)) : 0));
  if (!across || !down) return null;
  const { setValue } = store.getState();
  const set = (right: number, lower: number) => {
    setValue(across.id, valueAt(across, right));
    setValue(down.id, valueAt(down, lower));
  };
  const press = (event: React.PointerEvent<HTMLDivElement>) => {
    const pad = event.currentTarget.getBoundingClientRect();
    const follow = ({ clientX, clientY }: { clientX: number; clientY: number }) =>
      set((clientX - pad.left) / pad.width, (clientY - pad.top) / pad.height);
    // What is played would slide away under the pointer.
    stopSweep();
    follow(event);
    followPointer(follow, () => undefined);
  };
  return (
    <section className="control-card d-flex align-items-center gap-3" aria-label="Where it looks">
      <div
        className="head-pad"
        role="slider"
        tabIndex={0}
        aria-label="Turn and nod the head"
        aria-valuenow={Math.round(100 * x)}
        aria-valuetext={`${Math.round(200 * x - 100)} % across, ${Math.round(200 * y - 100)} % down`}
        title="Drag to where the head looks. Double-click: back to rest"
        onPointerDown={press}
        onDoubleClick={() => {
          setValue(across.id, across.rest);
          setValue(down.id, down.rest);
        }}
        onKeyDown={(event) => {
          const way = KEYS[event.key];
          if (!way) return;
          event.preventDefault();
          event.stopPropagation();
          set(x + way[0], y + way[1]);
        }}
      >
        <span style={{ left: `${100 * x}%`, top: `${100 * y}%` }} />
      </div>
      <span className="quiet small">Drag to where the head looks.</span>
    </section>
  );
}

/** Where a value lies between the limits of a control, 0 to 1. */
function shareOf({ min, max }: BodyControl, value: number): number {
  return (value - min) / (max - min);
}

function valueAt({ min, max }: BodyControl, share: number): number {
  return min + (max - min) * Math.max(0, Math.min(1, share));
}
