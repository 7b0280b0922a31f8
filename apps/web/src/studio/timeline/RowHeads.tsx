import { useDrag } from '@use-gesture/react';
import { ChevronDown, ChevronRight, Volume2 } from 'lucide-react';
import { useState } from 'react';
import { withRowMoved } from '@cruvo/core/scene';
import { useFocus, useOpenScene } from '../SceneContext';
import { AddCharacter } from './AddCharacter';
import { MoverHeads } from './MoverHeads';
import { RowEdge } from './RowEdge';
import { useSpeaking } from '../useSpeaking';
import { RowTools } from './RowTools';
import { rowsPassed, USUAL_VIEW, type TimelineRow } from './rows';
import { useRowViews } from './rowViews';

/** Who speaks in each row: choosing works on them; rows are folded, made higher, and put in another order. */
export function RowHeads({
  rows,
  height,
  onVoices,
}: {
  rows: readonly TimelineRow[];
  height: number;
  onVoices: (files: readonly File[], member: string) => void;
}) {
  const speaking = useSpeaking();
  return (
    <ul className="row-heads" style={{ height }} aria-label="Speakers">
      <li className="row-add">
        <AddCharacter />
      </li>
      {rows.map((row) => (
        <RowHead
          key={row.member.member.id}
          {...{ row, rows }}
          speaks={speaking.has(row.member.member.id)}
          onVoices={(files) => onVoices(files, row.member.member.id)}
        />
      ))}
    </ul>
  );
}

function RowHead({
  row,
  rows,
  speaks,
  onVoices,
}: {
  row: TimelineRow;
  speaks: boolean;
  rows: readonly TimelineRow[];
  onVoices: (files: readonly File[]) => void;
}) {
  const { store } = useOpenScene();
  const focus = useFocus();
  const [moved, setMoved] = useState(0);
  const { view, setView } = useRowView(row);
  const { member, top, height, lanes } = row;
  const { id } = member.member;
  const name = member.member.name ?? member.character.name;
  const worked = focus.member === id;
  const open = view.open ?? worked;

  const move = (steps: number) => {
    if (steps !== 0) store.getState().edit((scene) => withRowMoved(scene, id, steps));
  };
  const drag = useDrag(
    ({ movement: [, down], last, tap }) => {
      if (tap) return;
      setMoved(last ? 0 : down);
      if (last) move(rowsPassed(rows, row, down));
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
      {worked && <RowTools {...{ row, name, onVoices }} />}
      <MoverHeads row={row} />
      {lanes && <RowEdge name={name} size={view.size} onSize={(size) => setView({ size })} />}
    </li>
  );
}

function useRowView({ member }: TimelineRow) {
  const { id } = member.member;
  const view = useRowViews((state) => state.views[id]) ?? USUAL_VIEW;
  const { setView } = useRowViews.getState();
  return {
    view,
    setView: (change: Parameters<typeof setView>[1]) => setView(id, change),
  };
}
