import { useVirtualizer } from '@tanstack/react-virtual';
import { Printer } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState, type PointerEvent } from 'react';
import { Form } from 'react-bootstrap';
import { chartOf, moodsOf } from '@cruvo/core/mouth';
import { drawingsIn, type MemberProgram } from '@cruvo/core/program';
import { frameAt, frameCount, frameStart, toFlicks, toSeconds } from '@cruvo/core/time';
import { IconButton } from '../../shell/IconButton';
import { usePlayhead } from '../playback/usePlayhead';
import { useFocus, useOpenScene, useProgram } from '../SceneContext';
import { PrintedSheet } from './PrintedSheet';
import { setOne } from './sheetEdits';
import { mouthCell, sheetRow, type MouthCell, type SheetRow } from './sheetRows';
import {
  chosenFrames,
  movedSelection,
  rowStart,
  type SheetSelection,
  type SheetStep,
} from './sheetSelection';
import { SheetRowView } from './SheetRowView';
import { useSheetKeys } from './useSheetKeys';

const ROW_HEIGHT = 22;

/** The scene frame by frame down the page; mouths are typed, held, copied and pasted. */
export function ExposureSheet() {
  const program = useProgram();
  const focus = useFocus();
  const member = program.members.find((one) => one.member.id === focus.member);
  if (!member) return <p className="quiet p-3">Nobody is on the stage yet.</p>;
  return <Sheet member={member} />;
}

type OtherCells = readonly (MouthCell | null)[];

/** What is being dragged: a choice of rows, or the last chosen mouth, to be held. */
type Dragged = { readonly kind: 'choose' } | { readonly kind: 'hold'; readonly from: number };

function Sheet({ member }: { member: MemberProgram }) {
  const { peaks, store, transport } = useOpenScene();
  const program = useProgram();
  const { scene, members } = program;
  const { frameRate, length } = scene;
  const frames = frameCount(length, frameRate);
  const [step, setStep] = useState<SheetStep>(1);
  const [selection, setSelection] = useState<SheetSelection>(() => {
    const frame = frameAt(toFlicks(transport.time()), frameRate);
    return { anchor: frame, head: frame };
  });
  const [current, setCurrent] = useState(selection.head);
  const [printing, setPrinting] = useState(false);
  const holder = useRef<HTMLDivElement>(null);
  const dragged = useRef<Dragged | null>(null);
  const others = useMemo(() => members.filter((one) => one !== member), [members, member]);
  const labels = useMemo(() => labelsOf(members), [members]);
  const virtual = useVirtualizer({
    count: Math.ceil(frames / step),
    getScrollElement: () => holder.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 10,
    // The head lies over the first row; the next rows are seen coming.
    scrollPaddingStart: 2 * ROW_HEIGHT,
    scrollPaddingEnd: 2 * ROW_HEIGHT,
  });
  const { mouth } = member.character;
  const moody = mouth !== null && moodsOf(chartOf(mouth)).length > 1;
  const range = chosenFrames(selection, step);
  const rowAt = useMemo(() => {
    const known = new Map<number, { readonly row: SheetRow; readonly others: OtherCells }>();
    return (frame: number) => {
      const kept = known.get(frame);
      if (kept) return kept;
      const made = {
        row: sheetRow(member, scene, peaks, frame, step),
        others: others.map((other) => mouthCell(other, frame, scene)),
      };
      known.set(frame, made);
      return made;
    };
  }, [member, others, scene, peaks, step]);

  const goTo = (next: SheetSelection) => {
    setSelection(next);
    transport.scrub(toSeconds(frameStart(next.head, frameRate)));
  };
  const move = (rows: number, extend: boolean) => {
    const next = movedSelection(selection, rows, { extend, step, frames });
    goTo(next);
    virtual.scrollToIndex(next.head / step);
  };
  const keys = useSheetKeys({ member, range, move });

  // The row of the playhead is marked, and stays in view.
  const follow = useCallback(
    (time: number) => {
      const frame = rowStart(Math.min(frames - 1, frameAt(toFlicks(time), frameRate)), step);
      setCurrent(frame);
      if (transport.state.getState().playing) virtual.scrollToIndex(frame / step);
    },
    [frames, frameRate, step, transport, virtual],
  );
  usePlayhead(follow);
  const [opensAt] = useState(selection.head / step);
  useEffect(() => virtual.scrollToIndex(opensAt, { align: 'center' }), [virtual, opensAt]);

  const frameUnder = ({ clientY }: PointerEvent): number => {
    const top = holder.current!.getBoundingClientRect().top - holder.current!.scrollTop;
    const row = Math.floor((clientY - top - ROW_HEIGHT) / ROW_HEIGHT);
    return Math.min(rowStart(frames - 1, step), Math.max(0, row * step));
  };
  const press = (event: PointerEvent<HTMLDivElement>) => {
    if (event.button > 0 || !(event.target instanceof Element)) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const frame = frameUnder(event);
    if (event.target.closest('[data-fill]')) {
      dragged.current = { kind: 'hold', from: range.to - 1 };
      store.history.begin();
      return;
    }
    dragged.current = { kind: 'choose' };
    goTo(event.shiftKey ? { ...selection, head: frame } : { anchor: frame, head: frame });
  };
  const drag = (event: PointerEvent) => {
    const held = dragged.current;
    if (!held) return;
    const frame = frameUnder(event);
    if (held.kind === 'choose') return setSelection((before) => ({ ...before, head: frame }));
    if (frame < held.from) return;
    const from = { from: held.from, to: held.from + 1 };
    const [drawing] = drawingsIn(member.lines, from, frameRate);
    if (typeof drawing !== 'string') return;
    setOne(store, member, { from: held.from, to: frame + step }, drawing);
    setSelection({ anchor: held.from, head: frame });
  };
  const release = () => {
    if (dragged.current?.kind === 'hold') store.history.end();
    dragged.current = null;
  };

  return (
    <div className="sheet">
      <div className="sheet-tools">
        <span className="text-truncate fw-semibold">
          {member.member.name ?? member.character.name}
        </span>
        <Form.Check
          id="sheet-twos"
          label="on twos"
          title="A row for every second frame"
          checked={step === 2}
          onChange={({ target }) => setStep(target.checked ? 2 : 1)}
        />
        <IconButton icon={Printer} label="Print the sheet" onClick={() => setPrinting(true)} />
      </div>
      <div
        ref={holder}
        className="sheet-rows"
        role="grid"
        tabIndex={0}
        aria-label={`Exposure sheet of ${member.member.name ?? member.character.name}`}
        aria-multiselectable
        aria-rowcount={frames}
        title="Type a mouth’s number or name; Shift and arrows choose more; Enter holds the first; Delete rests; − shows what was fitted"
        onPointerDown={press}
        onPointerMove={drag}
        onPointerUp={release}
        onPointerCancel={release}
        {...keys}
      >
        <div className="sheet-row sheet-head" role="row">
          <span role="columnheader">frame</span>
          <span role="columnheader">voice</span>
          <span role="columnheader">word</span>
          <span role="columnheader">sound</span>
          <span role="columnheader">mouth</span>
          {others.map(({ member: { id, name }, character }) => (
            <span key={id} role="columnheader" className="text-truncate">
              {name ?? character.name}
            </span>
          ))}
          {moody && <span role="columnheader">mood</span>}
          <span role="columnheader">note</span>
        </div>
        <div style={{ height: virtual.getTotalSize(), position: 'relative' }} role="presentation">
          {virtual.getVirtualItems().map(({ index, start }) => {
            const frame = index * step;
            const chosen = frame >= range.from && frame < range.to;
            return (
              <div
                key={index}
                className="sheet-place"
                style={{ transform: `translateY(${start}px)` }}
                role="presentation"
              >
                <SheetRowView
                  {...rowAt(frame)}
                  labels={labels}
                  chosen={chosen}
                  isLast={chosen && frame + step >= range.to}
                  current={frame === current}
                  moody={moody}
                />
              </div>
            );
          })}
        </div>
      </div>
      {printing && (
        <PrintedSheet member={member} labels={labels} onPrinted={() => setPrinting(false)} />
      )}
    </div>
  );
}

/** What the drawings of all members are called. */
function labelsOf(members: readonly MemberProgram[]): ReadonlyMap<string, string> {
  return new Map(
    members.flatMap(({ character: { mouth } }) =>
      mouth ? chartOf(mouth).drawings.map(({ drawing, label }) => [drawing, label] as const) : [],
    ),
  );
}
