import { memo } from 'react';
import type { MouthCell, SheetRow } from './sheetRows';

/** Every so many frames a row is marked. */
const MARKED = 8;

/** A row of the sheet: frame, waveform, word, sound, the mouth that is worked on, and those of others. */
export const SheetRowView = memo(function SheetRowView({
  row,
  others,
  labels,
  chosen,
  isLast,
  current,
  moody,
}: {
  row: SheetRow;
  others: readonly (MouthCell | null)[];
  /** What drawings are called. */
  labels: ReadonlyMap<string, string>;
  chosen: boolean;
  /** Whether it is the last of the chosen rows. */
  isLast: boolean;
  current: boolean;
  /** Whether there is a column for moods. */
  moody: boolean;
}) {
  const { frame, level, word, sound, unsure, mouth, mood, note } = row;
  const classes = [
    'sheet-row',
    frame % MARKED === 0 && 'marked',
    chosen && 'chosen',
    current && 'current',
  ];
  return (
    <div
      className={classes.filter(Boolean).join(' ')}
      role="row"
      aria-rowindex={frame + 1}
      aria-selected={chosen}
    >
      <span role="rowheader" className="figures">
        {frame + 1}
      </span>
      <span role="gridcell" className="sheet-wave">
        <span style={{ width: `${100 * Math.min(1, level)}%` }} />
      </span>
      <span role="gridcell" className="sheet-word">
        {word}
      </span>
      <span role="gridcell" className={unsure ? 'unsure' : ''}>
        {sound}
      </span>
      <span role="gridcell" className="sheet-mouth" data-mouth>
        <Mouth cell={mouth} labels={labels} />
        {isLast && mouth && <span className="fill-handle" data-fill title="Drag down to hold" />}
      </span>
      {others.map((cell, at) => (
        <span key={at} role="gridcell" className="sheet-mouth other">
          <Mouth cell={cell} labels={labels} />
        </span>
      ))}
      {moody && <span role="gridcell">{mood}</span>}
      <span role="gridcell" className="sheet-note" title={note}>
        {note}
      </span>
    </div>
  );
});

function Mouth({ cell, labels }: { cell: MouthCell | null; labels: ReadonlyMap<string, string> }) {
  if (!cell) return null;
  const label = labels.get(cell.drawing) ?? 'not drawn';
  return (
    <span className={cell.byHand ? 'by-hand' : ''}>
      {cell.begins ? label : <span className="held" aria-label={`${label}, held`} />}
    </span>
  );
}
