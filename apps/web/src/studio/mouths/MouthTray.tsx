import { useCallback, useRef } from 'react';
import { type MouthChart, mouthIndexAt } from '@cruvo/core/mouth';
import { type MemberProgram, chartOfLine } from '@cruvo/core/program';
import { isHeardAt, moodAt, voiceTime } from '@cruvo/core/scene';
import { usePlayhead } from '../playback/usePlayhead';
import { useFocus, useOpenScene, useProgram, useScene, useTransport } from '../SceneContext';
import { chosenMouth, mouthEdits } from './mouthEdits';
import { MouthPicture } from './MouthPicture';
import { useThumbnails } from './useThumbnails';
import { toFlicks } from '@cruvo/core/time';

/** The mouths of the character that speaks, to choose from; the one being spoken is marked. */
export function MouthTray() {
  const program = useProgram();
  const focus = useFocus();
  const chosen = chosenMouth(
    program,
    useScene((state) => state.chosen),
  );
  const member = program.members.find((one) => one.member.id === focus.member);
  const { line } = focus;
  if (!member?.character.mouth || !line) return null;
  const chart = chartOfLine(
    member.character.mouth,
    chosen ? moodAt(chosen.line, chosen.mouth.start) : line,
  );
  return <Tray member={member} chart={chart} chosen={chosen} />;
}

interface TrayProps {
  readonly member: MemberProgram;
  readonly chart: MouthChart;
  readonly chosen: ReturnType<typeof chosenMouth>;
}

function Tray({ member, chart, chosen }: TrayProps) {
  const { store, keying } = useOpenScene();
  const playing = useTransport((state) => state.playing);
  const titleFor = (label: string) => {
    if (playing) return `Lay “${label}” from here on`;
    return chosen ? `Show “${label}” here` : 'Choose a mouth on the timeline first';
  };
  const pictures = useThumbnails().get(member.member.character);
  const tray = useRef<HTMLDivElement>(null);

  const markSpoken = useCallback(
    (time: number) => {
      const now = toFlicks(time);
      const shown = member.lines
        .filter(({ line }) => isHeardAt(line, now))
        .map(({ line, mouths }) => mouths[mouthIndexAt(mouths, voiceTime(line, now))])
        .find((mouth) => mouth !== undefined);
      const drawing = shown?.drawing ?? chart.rest;
      for (const button of tray.current?.children ?? []) {
        button.classList.toggle('spoken', button.getAttribute('data-drawing') === drawing);
      }
    },
    [member, chart],
  );
  usePlayhead(markSpoken);

  return (
    <div className="tray" ref={tray} role="group" aria-label={`Mouths of ${member.character.name}`}>
      {chart.drawings.map(({ drawing, label }, index) => (
        <button
          key={drawing}
          type="button"
          className="tray-mouth"
          data-drawing={drawing}
          disabled={!chosen && !playing}
          aria-pressed={chosen?.mouth.drawing === drawing}
          aria-keyshortcuts={String(index + 1)
            .split('')
            .join(' ')}
          title={titleFor(label)}
          onClick={() => {
            if (playing) keying.press(member.member.id, drawing);
            else if (chosen) mouthEdits.setDrawing(store, chosen, drawing);
          }}
        >
          <MouthPicture of={pictures?.get(drawing)} />
          <span className="key" aria-hidden>
            {index + 1}
          </span>
          <span className="visually-hidden">Mouth </span>
          <span className="label">{label}</span>
        </button>
      ))}
    </div>
  );
}
