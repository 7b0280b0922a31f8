import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { Box } from '@cruvo/core/geometry';
import { chartOf } from '@cruvo/core/mouth';
import { STAGE, type Line } from '@cruvo/core/scene';
import { wordEdgeMoved } from '@cruvo/core/speech';
import { toSeconds } from '@cruvo/core/time';
import { useTheme } from '../../shell/theme';
import { useShallow } from 'zustand/react/shallow';
import { chosenMouth } from '../mouths/mouthEdits';
import { useThumbnails } from '../mouths/useThumbnails';
import { usePlayhead } from '../playback/usePlayhead';
import {
  useFocus,
  useMoved,
  useOpenScene,
  useProgram,
  useScene,
  useTransport,
} from '../SceneContext';
import { chosenLines } from '../sceneStore';
import type { WriteWords } from '../voice/useWordEditing';
import type { WordPlace } from './drag';
import { Overview } from './Overview';
import { paintRulerStrip, paintTimeline } from './paintTimeline';
import { RowHeads } from './RowHeads';
import { layOutRows, RULER, USUAL_VIEW } from './rows';
import { useRowViews } from './rowViews';
import { colorsOf } from './timelinePicture';
import { playheadTransform, useTimelineGestures } from './useTimelineGestures';
import { useLineClipboard } from './useLineClipboard';
import { useVoiceDrop } from './useVoiceDrop';
import { useVoiceIntake } from './useVoiceIntake';
import { clampViewport, reveal, wholeScene, zoomAround, type Viewport } from './viewport';
import { WordEditor } from './WordEditor';
import { VoiceIntakeList } from './VoiceIntakeList';

const ZOOM_STEP = 1.5;

/** How the rest of the studio moves the timeline's view. */
export interface TimelineView {
  zoom(direction: 1 | -1): void;
  whole(): void;
}

/** The scene over time: a ruler, and a row for each member of the cast; what is worked on is shown in full. */
export function Timeline({
  onView,
  onLines,
  onWords,
}: {
  onView: (view: TimelineView) => void;
  /** Takes lines that were added. */
  onLines: (lines: readonly Line[]) => void;
  /** Takes words that are said elsewhere, or otherwise. */
  onWords: WriteWords;
}) {
  const { peaks, transport } = useOpenScene();
  const program = useProgram();
  const thumbnails = useThumbnails();
  const focus = useFocus();
  const chosen = chosenMouth(
    program,
    useScene((state) => state.chosen),
  );
  const loop = useTransport((state) => state.loop);
  const theme = useTheme((state) => state.theme);
  const holder = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const ruler = useRef<HTMLCanvasElement>(null);
  const surface = useRef<HTMLDivElement>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const playhead = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  const [snappedTo, setSnappedTo] = useState<number | null>(null);
  const [marquee, setMarquee] = useState<Box | null>(null);
  const [word, setWord] = useState<WordPlace | null>(null);
  const together = useScene(useShallow((state) => [...chosenLines(state)]));
  const clips = useScene((state) => state.clips);
  const views = useRowViews((state) => state.views);
  const moved = useMoved();
  const { rows, stage, height } = useMemo(
    () => layOutRows(program, moved, (member) => views[member] ?? USUAL_VIEW),
    [program, moved, views],
  );
  const length = toSeconds(program.scene.length);
  const busy = useMemo(() => [...program.lines.values()].some(({ pending }) => pending), [program]);
  const extent = useMemo(() => ({ width: Math.max(1, width), length }), [width, length]);
  const [wanted, setViewport] = useState<Viewport>({ start: 0, scale: 0 });
  const viewport = useMemo(() => clampViewport(wanted, extent), [wanted, extent]);

  useLayoutEffect(() => {
    const observer = new ResizeObserver(() => setWidth(holder.current?.clientWidth ?? 0));
    observer.observe(holder.current!);
    return () => observer.disconnect();
  }, []);

  // Who is worked on comes into view.
  const worked = moved === STAGE ? stage : rows.find(({ member }) => member.member.id === moved);
  const [top, bottom] = [worked?.top ?? 0, (worked?.top ?? 0) + (worked?.height ?? 0)];
  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const { scrollTop, clientHeight } = element;
    if (bottom > scrollTop + clientHeight) element.scrollTop = bottom - clientHeight;
    else if (top < scrollTop + RULER.height) element.scrollTop = Math.max(0, top - RULER.height);
  }, [top, bottom]);

  useEffect(() => {
    if (!canvas.current || !ruler.current || width === 0) return;
    const line = focus.line?.id ?? null;
    const picture = {
      ...{ program, viewport, rows, stage, width, height, peaks, thumbnails, chosen, line, loop },
      ...{ snappedTo, marquee, clips, together: new Set(together) },
      curves: (member: string) => views[member]?.curve ?? null,
    };
    const colors = colorsOf(canvas.current);
    paintTimeline(contextOf(canvas.current, width, height), picture, colors);
    const strip = { ...picture, height: RULER.height };
    paintRulerStrip(contextOf(ruler.current, width, RULER.height), strip, colors);
  });

  useEffect(() => {
    onView({
      zoom: (direction) =>
        setViewport((before) => {
          const now = clampViewport(before, extent);
          const x = (transport.time() - now.start) * now.scale;
          const about = x >= 0 && x <= extent.width ? x : extent.width / 2;
          return zoomAround(now, ZOOM_STEP ** direction, about, extent);
        }),
      whole: () => setViewport(wholeScene(extent)),
    });
  }, [onView, extent, transport]);

  useTimelineGestures(surface, {
    ...{ rows, stage, viewport, extent },
    ...{ setViewport, setSnappedTo, setMarquee },
    words: {
      onWord: setWord,
      onWordEdge: ({ line, index }, edge, time) => {
        const found = program.lines.get(line);
        const words = found?.track?.words ?? [];
        if (found) onWords(found.line, wordEdgeMoved(words, index, edge, time), null);
      },
    },
  });
  const pasteNote = useLineClipboard();
  const intake = useVoiceIntake(onLines);
  const { take } = intake;
  const over = useVoiceDrop(
    holder,
    { rows, viewport },
    useCallback((files, place) => void take(files, place), [take]),
  );

  const edited = word && program.lines.get(word.line);
  const { lanes = null } = rows.find(({ member }) => edited && member.lines.includes(edited)) ?? {};

  const movePlayhead = useCallback(
    (time: number) => {
      if (playhead.current) playhead.current.style.transform = playheadTransform(viewport, time);
      if (transport.state.getState().playing) {
        const next = reveal(viewport, time, extent);
        if (next !== viewport) setViewport(next);
      }
    },
    [viewport, extent, transport],
  );
  usePlayhead(movePlayhead);

  return (
    <section className="timeline" aria-label="Timeline" aria-busy={busy} data-theme={theme}>
      <div className="rows" ref={scroller}>
        <RowHeads
          {...{ rows, stage, height }}
          onVoices={(files, member) => void take(files, { member, start: null })}
        />
        <div className="lanes" ref={holder} style={{ height }}>
          <div ref={surface} className="surface" style={{ height }}>
            <canvas ref={ruler} className="ruler" style={{ height: RULER.height }} aria-hidden />
            <canvas ref={canvas} className="all-rows" style={{ height }} aria-hidden />
          </div>
          {over && (
            <div
              className="drop-place"
              style={{ top: over.top, height: over.height, left: over.left }}
            />
          )}
          {edited && lanes && (
            <WordEditor
              key={`${edited.line.id} ${word!.index}`}
              program={edited}
              index={word!.index}
              strip={lanes.words}
              {...{ viewport, width }}
              onWrite={onWords}
              onClose={() => setWord(null)}
            />
          )}
          <div className="playhead" ref={playhead} style={{ height }} aria-hidden />
          <ChosenForReaders chosen={chosen} />
        </div>
      </div>
      <VoiceIntakeList intake={intake} />
      {pasteNote && (
        <p className="small text-warning-emphasis mb-0" role="alert">
          {pasteNote}
        </p>
      )}
      <Overview viewport={viewport} extent={extent} onMove={setViewport} />
    </section>
  );
}

/** A canvas of a size in CSS pixels, sharp on any screen. */
function contextOf(canvas: HTMLCanvasElement, width: number, height: number) {
  const sharpness = window.devicePixelRatio;
  const [across, down] = [Math.round(width * sharpness), Math.round(height * sharpness)];
  // Another size, even the same one, is another bitmap.
  if (canvas.width !== across || canvas.height !== down) {
    canvas.width = across;
    canvas.height = down;
  }
  const context = canvas.getContext('2d')!;
  context.setTransform(sharpness, 0, 0, sharpness, 0, 0);
  return context;
}

/** Says in words which mouth is chosen, for people who don't see the canvas. */
function ChosenForReaders({ chosen }: { chosen: ReturnType<typeof chosenMouth> }) {
  const rig = chosen?.character.mouth;
  const label =
    rig && chartOf(rig).drawings.find(({ drawing }) => drawing === chosen.mouth.drawing)?.label;
  return (
    <div className="visually-hidden" role="status" data-testid="chosen-mouth">
      {chosen
        ? `Mouth ${chosen.index + 1} of ${chosen.mouths.length}: ${label ?? 'unknown'}, ${toSeconds(chosen.mouth.start).toFixed(3)} to ${toSeconds(chosen.mouth.end).toFixed(3)} seconds${chosen.mouth.byHand ? ', set by hand' : ''}`
        : 'No mouth chosen'}
    </div>
  );
}
