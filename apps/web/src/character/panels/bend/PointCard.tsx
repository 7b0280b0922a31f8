import { Trash2, TriangleAlert } from 'lucide-react';
import { Button, Form } from 'react-bootstrap';
import {
  gripControlId,
  pointHint,
  withoutPoint,
  withPointChanged,
  withSplintToggled,
  type Bend,
  type BendPoint,
  type Release,
} from '@cruvo/core/character';
import { IconButton } from '../../../shell/IconButton';
import { LabelledSelect } from '../../../shell/LabelledSelect';
import { NameField } from '../../../shell/NameField';
import { Figure } from '../../../shell/fields';
import { useCharacter, useOpenCharacter } from '../../CharacterContext';
import { POINT_WORDS } from '../../stage/BendMarks';

const RELEASE_WORDS: Readonly<Record<Release, string>> = {
  returns: 'goes back at once',
  waits: 'waits, then goes back',
  stays: 'stays where it is',
};
const SIDES = { '0': 'as it is drawn', '1': 'to the left', '-1': 'to the right' } as const;
const DEGREE = Math.PI / 180;

/** A point of a bend: its name and what it does; opened, all that can be set. */
export function PointCard({ bend, point, open }: { bend: Bend; point: BendPoint; open: boolean }) {
  const { store } = useOpenCharacter();
  const { change, choosePoint, drag } = store.getState();
  const dragged = useCharacter(({ grips }) => grips.get(gripControlId(bend.id, point.id)));
  const set = (fields: Partial<BendPoint>) =>
    change((before) => withPointChanged(before, bend.id, point.id, fields));
  const hint = pointHint(bend, point);
  return (
    <section className={`control-card small ${open ? 'here' : ''}`} aria-label={point.name}>
      <div className="d-flex align-items-center gap-1">
        <button
          type="button"
          className="row-fold flex-fill text-start text-truncate"
          aria-expanded={open}
          title={POINT_WORDS[point.kind]}
          onClick={() => choosePoint(open ? null : { bend: bend.id, id: point.id })}
        >
          <strong>{point.name}</strong> <span className="quiet">{POINT_WORDS[point.kind]}</span>
        </button>
        {hint && (
          <span title={hint} role="img" aria-label={hint}>
            <TriangleAlert size={15} aria-hidden />
          </span>
        )}
        <IconButton
          icon={Trash2}
          label={`Remove ${point.name}`}
          shortcut="Delete"
          onClick={() => change((before) => withoutPoint(before, bend.id, point.id))}
        />
      </div>
      {open && (
        <>
          {hint && (
            <p className="mb-1" role="note">
              {hint}
            </p>
          )}
          <NameField
            name={point.name}
            label={`Name of ${point.name}`}
            title="Rename the point"
            onRename={(name) => set({ name })}
          />
          <LabelledSelect
            label="It"
            value={point.kind}
            options={POINT_WORDS}
            onChange={(kind) => set({ kind })}
          />
          {point.kind === 'joint' && <JointFields point={point} set={set} />}
          {point.kind === 'grip' && (
            <>
              <LabelledSelect
                label="Let go, it"
                value={point.release}
                options={RELEASE_WORDS}
                onChange={(release) => set({ release })}
              />
              <div className="number-grid">
                <Figure
                  label="Rests right"
                  value={point.rest.x}
                  onChange={(x) => set({ rest: { ...point.rest, x } })}
                />
                <Figure
                  label="Rests down"
                  value={point.rest.y}
                  onChange={(y) => set({ rest: { ...point.rest, y } })}
                />
              </div>
              <Button
                size="sm"
                variant="outline-secondary"
                className="mb-1"
                disabled={dragged === undefined}
                title="Drag the grip, set to stay where it is let go, then keep that as its rest"
                onClick={() => {
                  set({ rest: dragged! });
                  drag(gripControlId(bend.id, point.id), null);
                }}
              >
                Let it rest where it is now
              </Button>
            </>
          )}
          <div className="number-grid">
            <Figure label="Point x" value={point.x} onChange={(x) => set({ x })} />
            <Figure label="Point y" value={point.y} onChange={(y) => set({ y })} />
          </div>
          <Splints bend={bend} point={point} />
        </>
      )}
    </section>
  );
}

/** To which side a joint bends, and how far. */
function JointFields({
  point,
  set,
}: {
  point: BendPoint;
  set: (fields: Partial<BendPoint>) => void;
}) {
  const [least, greatest] = (point.limits ?? [0, Math.PI]).map((angle) => angle / DEGREE) as [
    number,
    number,
  ];
  const limit = (from: number, to: number) =>
    set({ limits: from <= 0 && to >= 180 ? null : [from * DEGREE, to * DEGREE] });
  return (
    <>
      <LabelledSelect
        label="Bends"
        value={String(point.side) as keyof typeof SIDES}
        options={SIDES}
        onChange={(side) => set({ side: Number(side) as BendPoint['side'] })}
      />
      <div className="number-grid">
        <Figure
          label="From °"
          value={least}
          {...{ min: 0, max: greatest }}
          onChange={(from) => limit(from, greatest)}
        />
        <Figure
          label="Up to °"
          value={greatest}
          {...{ min: least, max: 180 }}
          onChange={(to) => limit(least, to)}
        />
      </div>
    </>
  );
}

/** To which other points a stiff line leads. */
function Splints({ bend, point }: { bend: Bend; point: BendPoint }) {
  const { store } = useOpenCharacter();
  const others = Object.values(bend.points).filter(({ id }) => id !== point.id);
  const leads = (id: string) =>
    bend.splints.some(
      ({ from, to }) => (from === id && to === point.id) || (from === point.id && to === id),
    );
  if (others.length === 0) return null;
  return (
    <fieldset className="mt-1">
      <legend className="small mb-0">Splints to</legend>
      <div className="d-flex flex-wrap gap-2">
        {others.map(({ id, name }) => (
          <Form.Check
            key={id}
            id={`splint-${point.id}-${id}`}
            label={name}
            checked={leads(id)}
            onChange={() =>
              store.getState().change((before) => withSplintToggled(before, bend.id, point.id, id))
            }
          />
        ))}
      </div>
    </fieldset>
  );
}
