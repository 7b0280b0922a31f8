import { useDrag } from '@use-gesture/react';
import { ChevronDown, ChevronRight, Volume2 } from 'lucide-react';
import { memo, useCallback, useLayoutEffect, useRef, useState } from 'react';
import { withRowMoved } from '@cruvo/core/scene';
import { useMoved, useOpenScene, useScene } from '../SceneContext';
import { AddCharacter } from './AddCharacter';
import { MoverHeads } from './MoverHeads';
import { RowEdge } from './RowEdge';
import { useSpeaking } from '../useSpeaking';
import { RowTools } from './RowTools';
import { rowsPassed, USUAL_VIEW, type StageRow, type TimelineRow } from './rows';
import { useRowViews } from './rowViews';

/** Who speaks in each row: choosing works on them; rows are folded, made higher, and put in another order. */
export function RowHeads({
  rows,
  stage,
  height,
  onVoices,
}: {
  rows: readonly TimelineRow[];
  stage: StageRow | null;
  height: number;
  onVoices: (files: readonly File[], member: string) => void;
}) {
  const speaking = useSpeaking();
  // What heads are given stays the same, so that an edit does not make all of them anew.
  const latest = useRef({ rows, onVoices });
  useLayoutEffect(() => void (latest.current = { rows, onVoices }));
  const passed = useCallback(
    (row: TimelineRow, down: number) => rowsPassed(latest.current.rows, row, down),
    [],
  );
  const takeVoices = useCallback(
    (files: readonly File[], member: string) => latest.current.onVoices(files, member),
    [],
  );
  return (
    <ul className="row-heads" style={{ height }} aria-label="Speakers">
      <li className="row-add">
        <AddCharacter />
      </li>
      {rows.map((row) => (
        <RowHead
          key={row.member.member.id}
          {...{ row, passed }}
          onVoices={takeVoices}
          speaks={speaking.has(row.member.member.id)}
        />
      ))}
      {stage && <StageHead row={stage} />}
    </ul>
  );
}

/** The stage, whose light and things can be moved too. */
function StageHead({ row }: { row: StageRow }) {
  const { store } = useOpenScene();
  const onStage = useScene((state) => state.onStage);
  return (
    <li style={{ top: row.top, height: row.height }} className={onStage ? 'worked-on' : ''}>
      <div className="row-title stage-title">
        <button
          type="button"
          className="row-name"
          aria-pressed={onStage}
          title="Work on the light and the things of the stage"
          onClick={() => store.getState().chooseStage()}
        >
          The stage
        </button>
      </div>
      <MoverHeads row={row} />
    </li>
  );
}

interface RowHeadProps {
  readonly row: TimelineRow;
  readonly speaks: boolean;
  /** How many rows one is carried past. */
  readonly passed: (row: TimelineRow, down: number) => number;
  readonly onVoices: (files: readonly File[], member: string) => void;
}

/** Whether a head looks and works as it did: an edit of a line makes all rows anew. */
function isSameHead(before: RowHeadProps, after: RowHeadProps): boolean {
  const [was, is] = [before.row, after.row];
  return (
    before.speaks === after.speaks &&
    before.passed === after.passed &&
    before.onVoices === after.onVoices &&
    was.top === is.top &&
    was.height === is.height &&
    (was.lanes === null) === (is.lanes === null) &&
    was.member.member === is.member.member &&
    was.member.character === is.member.character &&
    was.movers.length + is.movers.length === 0
  );
}

const RowHead = memo(function RowHead({ row, speaks, passed, onVoices }: RowHeadProps) {
  const { store } = useOpenScene();
  const worksOn = useMoved();
  const [moved, setMoved] = useState(0);
  const { view, setView } = useRowView(row);
  const { member, top, height, lanes } = row;
  const { id } = member.member;
  const name = member.member.name ?? member.character.name;
  const worked = worksOn === id;
  const open = view.open ?? worked;

  const move = (steps: number) => {
    if (steps !== 0) store.getState().edit((scene) => withRowMoved(scene, id, steps));
  };
  const drag = useDrag(
    ({ movement: [, down], last, tap }) => {
      if (tap) return;
      setMoved(last ? 0 : down);
      if (last) move(passed(row, down));
    },
    { axis: 'y', filterTaps: true, pointer: { keys: false } },
  );
  const onKeyDown = (event: React.KeyboardEvent) => {
    const steps = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (!event.altKey || steps === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    move(steps);
  };

  return (
    <li
      style={{ top: top + moved, height }}
      className={`${worked ? 'worked-on' : ''} ${moved === 0 ? '' : 'dragged'}`}
    >
      <div className="row-title">
        <button
          type="button"
          className="row-fold"
          aria-expanded={open}
          aria-label={`What ${name} says in full`}
          title={open ? 'Fold the row' : 'Show the row in full'}
          onClick={() => setView({ open: !open })}
        >
          {open ? <ChevronDown size={15} aria-hidden /> : <ChevronRight size={15} aria-hidden />}
        </button>
        <button
          type="button"
          className="row-name"
          aria-pressed={worked}
          title={`Work on what ${name} says. Drag to put the row elsewhere, or Alt and arrows`}
          onClick={() => store.getState().chooseMember(id)}
          onKeyDown={onKeyDown}
          {...drag()}
        >
          {name}
        </button>
        {speaks && <Volume2 size={14} className="speaks" aria-label={`${name} speaks`} />}
      </div>
      {worked && <RowTools {...{ row, name }} onVoices={(files) => onVoices(files, id)} />}
      <MoverHeads row={row} />
      {lanes && <RowEdge name={name} size={view.size} onSize={(size) => setView({ size })} />}
    </li>
  );
}, isSameHead);

function useRowView({ member }: TimelineRow) {
  const { id } = member.member;
  const view = useRowViews((state) => state.views[id]) ?? USUAL_VIEW;
  const { setView } = useRowViews.getState();
  return {
    view,
    setView: (change: Parameters<typeof setView>[1]) => setView(id, change),
  };
}
