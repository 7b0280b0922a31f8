import { Plus, Trash2 } from 'lucide-react';
import { Button } from 'react-bootstrap';
import {
  confinedToPad,
  padRegion,
  shareOf,
  valueAtShare,
  withoutPad,
  withoutPadLimits,
  withPadCorner,
  withPadLimit,
  type Pad,
} from '@cruvo/core/character';
import type { Point } from '@cruvo/core/geometry';
import { withRecord } from '@cruvo/core/records';
import { IconButton } from '../../shell/IconButton';
import { NameField } from '../../shell/NameField';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { valueOf } from '../controlActions';
import { followPointer } from '../../shell/followPointer';
import { stopSweep } from '../sweep';

/** Keys move it by this share of the way. */
const STEP = 0.1;
const KEYS: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -STEP, y: 0 },
  ArrowRight: { x: STEP, y: 0 },
  ArrowUp: { x: 0, y: -STEP },
  ArrowDown: { x: 0, y: STEP },
};
/** Nearer to a corner, or to rest, it stays there. */
const NEAR = 0.06;
const within = (share: number) => Math.max(-1, Math.min(1, share));
const percent = (share: number) => Math.round(100 * share);

/** Sets two controls at once, by dragging a point; shows how far it may go, and where more is shown than both together. */
export function PadCard({ pad }: { pad: Pad }) {
  const { store } = useOpenCharacter();
  const { id, name } = pad;
  const across = useCharacter(({ character }) => character.controls[pad.across]!);
  const down = useCharacter(({ character }) => character.controls[pad.down]!);
  const x = useCharacter((state) => shareOf(across, valueOf(state, across.id)));
  const y = useCharacter((state) => shareOf(down, valueOf(state, down.id)));
  const { change, setValue, pose } = store.getState();
  const place = { x: within(x), y: within(y) };
  const seen = confinedToPad(pad, place);
  const beyond = Math.hypot(seen.x - place.x, seen.y - place.y) > NEAR / 2;
  const set = (wanted: Point) => {
    const { x: right, y: lower } = { x: within(wanted.x), y: within(wanted.y) };
    setValue(across.id, valueAtShare(across, right));
    setValue(down.id, valueAtShare(down, lower));
    // A corner that was being shown is seen by its place alone again.
    for (const { control } of pad.corners) setValue(control, 0);
  };
  const press = (event: React.PointerEvent<HTMLDivElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const follow = ({ clientX, clientY }: { clientX: number; clientY: number }) => {
      const at = {
        x: (2 * (clientX - box.left)) / box.width - 1,
        y: (2 * (clientY - box.top)) / box.height - 1,
      };
      const stays = [{ x: 0, y: 0 }, ...pad.corners];
      set(stays.find((one) => Math.hypot(one.x - at.x, one.y - at.y) < NEAR) ?? at);
    };
    // What is played would slide away under the pointer.
    stopSweep();
    follow(event);
    followPointer(follow, () => undefined);
  };
  const addCorner = () => {
    const title = `${name}: ${sideInWords(seen)}`;
    const { character, control } = withPadCorner(store.getState().character, id, seen, title);
    change(() => character);
    setValue(control, 1);
    pose(control);
  };
  const atCorner = pad.corners.some((one) => Math.hypot(one.x - seen.x, one.y - seen.y) < NEAR);
  return (
    <section className="control-card" aria-label={name}>
      <div className="d-flex align-items-center gap-1 mb-1">
        <span className="flex-fill text-truncate">
          <NameField
            name={name}
            label={`Name of ${name}`}
            title="Rename the pad"
            onRename={(wanted) =>
              change((before) => ({
                ...before,
                pads: withRecord(before.pads, id, (one) => ({ ...one, name: wanted })),
              }))
            }
          />
        </span>
        <IconButton
          icon={Trash2}
          label={`Remove ${name}; both controls stay`}
          onClick={() => change((before) => withoutPad(before, id))}
        />
      </div>
      <div className="d-flex align-items-start gap-2">
        <div
          className="pad"
          role="slider"
          tabIndex={0}
          aria-label={`${across.name} and ${down.name}`}
          aria-valuenow={percent(seen.x)}
          aria-valuemin={-100}
          aria-valuemax={100}
          aria-valuetext={`${percent(seen.x)} % across, ${percent(seen.y)} % down`}
          title="Drag it. Double-click: back to rest"
          onPointerDown={press}
          onDoubleClick={() => set({ x: 0, y: 0 })}
          onKeyDown={(event) => {
            const way = KEYS[event.key];
            if (!way) return;
            event.preventDefault();
            event.stopPropagation();
            set({ x: seen.x + way.x, y: seen.y + way.y });
          }}
        >
          <PadPicture pad={pad} place={place} seen={seen} />
        </div>
        <div className="d-flex flex-column align-items-start gap-1 small">
          <Button
            size="sm"
            variant="quiet"
            className="text-start"
            disabled={!beyond && pad.limits.length > 2}
            title="Push it as far as it may go, then say so; it stays within all such places"
            onClick={() => change((before) => withPadLimit(before, id, place))}
          >
            As far as here
          </Button>
          {pad.limits.length > 0 && (
            <Button
              size="sm"
              variant="quiet"
              className="text-start"
              onClick={() => change((before) => withoutPadLimits(before, id))}
            >
              Anywhere
            </Button>
          )}
          <Button
            size="sm"
            variant="quiet"
            className="text-start"
            disabled={atCorner || (seen.x === 0 && seen.y === 0)}
            title="Show what both together don’t: move parts for this place alone"
            onClick={addCorner}
          >
            <Plus size={14} aria-hidden /> Stop here
          </Button>
        </div>
      </div>
    </section>
  );
}

function PadPicture({ pad, place, seen }: { pad: Pad; place: Point; seen: Point }) {
  const region = padRegion(pad);
  return (
    <svg viewBox="-1.08 -1.08 2.16 2.16" preserveAspectRatio="none" aria-hidden>
      {region && (
        <polygon className="region" points={region.map(({ x, y }) => `${x},${y}`).join(' ')} />
      )}
      <path className="axes" d="M0-1.08V1.08M-1.08 0H1.08" />
      {pad.limits.length < 3 &&
        pad.limits.map(({ x, y }) => (
          <ellipse key={`${x} ${y}`} className="limit" cx={x} cy={y} rx={0.04} ry={0.05} />
        ))}
      {pad.corners.map(({ x, y, control }) => (
        <ellipse key={control} className="corner" cx={x} cy={y} rx={0.06} ry={0.08} />
      ))}
      <ellipse className="wanted" cx={place.x} cy={place.y} rx={0.1} ry={0.14} />
      <ellipse className="seen" cx={seen.x} cy={seen.y} rx={0.1} ry={0.14} />
    </svg>
  );
}

/** “up left”, as one sees it on the page. */
function sideInWords({ x, y }: Point): string {
  const words = [
    ...(y < -NEAR ? ['up'] : y > NEAR ? ['down'] : []),
    ...(x < -NEAR ? ['left'] : x > NEAR ? ['right'] : []),
  ];
  return words.join(' ') || 'middle';
}
