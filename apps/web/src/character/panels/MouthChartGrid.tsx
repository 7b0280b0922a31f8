import { useEffect, useMemo, useRef } from 'react';
import { MoveLeft } from 'lucide-react';
import { Dropdown } from 'react-bootstrap';
import {
  type DrawnMouth,
  type MouthRig,
  chartInMood,
  coverageOf,
  targetOf,
} from '@cruvo/core/mouth';
import { VISEME_NAMES, type Viseme } from '@cruvo/core/speech';
import { paintThumbnails } from '../../studio/mouths/thumbnails';
import { useCharacter, useOpenCharacter } from '../CharacterContext';

/** What is shown for each sound: drawn for it, or borrowed from the drawing that looks most like it. */
export function MouthChartGrid({ rig }: { rig: DrawnMouth & MouthRig }) {
  const { images, store, saying } = useOpenCharacter();
  const character = useCharacter((state) => state.character);
  const thumbnails = useMemo(() => paintThumbnails(character, images), [character, images]);
  const chart = chartInMood(rig.chart, saying.mood);
  const labels = new Map(rig.chart.drawings.map(({ drawing, label }) => [drawing, label]));

  /** A drawing that is chosen for a sound aims at that sound. */
  const assign = (viseme: Viseme, drawing: string) =>
    store.getState().change((before) => {
      const drawings = rig.chart.drawings.map((entry) =>
        entry.drawing === drawing
          ? { ...entry, label: VISEME_NAMES[viseme]!, articulation: targetOf(viseme) }
          : entry,
      );
      const rest = viseme === 0 ? drawing : rig.chart.rest;
      return { ...before, mouth: { ...rig, chart: { rest, drawings } } };
    });

  return (
    <section className="mouth-chart" aria-label="Mouth chart">
      {coverageOf(chart).map(({ viseme, drawing, own }) => (
        <Dropdown key={viseme}>
          <Dropdown.Toggle
            as="button"
            type="button"
            className={`cell ${own ? 'own' : 'borrowed'}`}
            title={
              own
                ? undefined
                : `Nothing is drawn for “${VISEME_NAMES[viseme]}”: it shows “${labels.get(drawing)}”`
            }
          >
            <Picture of={thumbnails.get(drawing)} />
            <span className="names">
              <span className="sound">{VISEME_NAMES[viseme]}</span>
              {own ? (
                <span className="visually-hidden"> drawn</span>
              ) : (
                <span className="from">
                  <MoveLeft size={11} aria-hidden />
                  <span className="visually-hidden"> from </span>
                  {labels.get(drawing)}
                </span>
              )}
            </span>
          </Dropdown.Toggle>
          <Dropdown.Menu className="drawing-menu">
            <Dropdown.Header>Drawing for “{VISEME_NAMES[viseme]}”</Dropdown.Header>
            {chart.drawings.map((entry) => (
              <Dropdown.Item
                key={entry.drawing}
                active={entry.drawing === drawing}
                onClick={() => assign(viseme, entry.drawing)}
              >
                <Picture of={thumbnails.get(entry.drawing)} />
                {entry.label}
              </Dropdown.Item>
            ))}
          </Dropdown.Menu>
        </Dropdown>
      ))}
    </section>
  );
}

function Picture({ of }: { of: HTMLCanvasElement | undefined }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!of || !context) return;
    context.clearRect(0, 0, of.width, of.height);
    context.drawImage(of, 0, 0);
  }, [of]);
  return <canvas ref={canvas} width={of?.width ?? 1} height={of?.height ?? 1} aria-hidden />;
}
