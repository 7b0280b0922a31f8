import { useEffect } from 'react';
import { createPortal } from 'react-dom';
import type { MemberProgram } from '@cruvo/core/program';
import { frameAt, frameCount, toFlicks } from '@cruvo/core/time';
import { useOpenScene, useProgram, useTransport } from '../SceneContext';
import { sheetRow } from './sheetRows';

/** So many frames are printed at most: more pages than that nobody wants by accident. */
const MOST_FRAMES = 5000;

/** The sheet as a table on paper: of the loop, or of the whole scene. Prints as soon as it is there. */
export function PrintedSheet({
  member,
  labels,
  onPrinted,
}: {
  member: MemberProgram;
  labels: ReadonlyMap<string, string>;
  onPrinted: () => void;
}) {
  const { peaks } = useOpenScene();
  const program = useProgram();
  const { scene } = program;
  const { frameRate, length, name } = scene;
  const loop = useTransport((state) => state.loop);
  const from = loop ? frameAt(toFlicks(loop.start), frameRate) : 0;
  const end = loop ? frameAt(toFlicks(loop.end), frameRate) : frameCount(length, frameRate);
  const frames = Array.from({ length: Math.min(MOST_FRAMES, end - from) }, (_, at) => from + at);
  useEffect(() => {
    window.print();
    onPrinted();
  }, [onPrinted]);
  return createPortal(
    <div className="printed-sheet">
      <h1>
        {name}: {member.member.name ?? member.character.name}, {frameRate} frames a second
      </h1>
      <table>
        <thead>
          <tr>
            {['frame', 'word', 'sound', 'mouth', 'mood', 'note'].map((head) => (
              <th key={head}>{head}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {frames.map((frame) => {
            const { word, sound, mouth, mood, note } = sheetRow(member, scene, peaks, frame, 1);
            return (
              <tr key={frame}>
                <td>{frame + 1}</td>
                <td>{word}</td>
                <td>{sound}</td>
                <td>{mouth && (mouth.begins ? labels.get(mouth.drawing) : '│')}</td>
                <td>{mood}</td>
                <td>{note}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>,
    document.body,
  );
}
