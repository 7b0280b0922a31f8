import { useEffect, useMemo, useRef, useState } from 'react';
import type { Character } from '@cruvo/core/character';
import { evaluate, prepareScene, type Line, type Scene } from '@cruvo/core/scene';
import { StageCanvas } from '../studio/stage/StageCanvas';
import { useCanvasBox } from '../studio/stage/useCanvasBox';
import { retainedPainterFor, type BrowserGallery } from '../studio/stage/browserGallery';
import { LivePanel } from './LivePanel';
import { useLiveVoice } from './useLiveVoice';

/** The stage, painted anew for every picture of the screen while somebody speaks. */
export function LiveStage({
  scene,
  characters,
  gallery,
  recordings,
}: {
  scene: Scene;
  characters: ReadonlyMap<string, Character>;
  gallery: BrowserGallery;
  recordings: readonly Line[];
}) {
  const prepared = useMemo(
    () => prepareScene({ scene: { ...scene, lines: [] }, characters, tracks: new Map() }),
    [scene, characters],
  );
  const [speaker, setSpeaker] = useState(scene.lines[0]?.speaker ?? scene.cast[0]?.id ?? '');
  const character = prepared.members.find(({ member }) => member.id === speaker)?.character ?? null;
  const fit = scene.lines.find((line) => line.speaker === speaker)?.fit;
  const voice = useLiveVoice(character, fit);
  const holder = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const box = useCanvasBox(holder, scene.stage);
  const { mouthNow, paintAtOnce } = voice;

  useEffect(() => {
    if (!canvas.current || box.width === 0) return;
    const painter = retainedPainterFor(canvas.current);
    let request = 0;
    const paint = () => {
      const mouth = mouthNow();
      const time = (performance.now() / 1000) % scene.length;
      const live = new Map(mouth === null ? [] : [[speaker, mouth]]);
      painter.paintFrame(evaluate(prepared, time, live), gallery, canvas.current!);
    };
    const goOn = () => {
      paint();
      request = requestAnimationFrame(goOn);
    };
    goOn();
    paintAtOnce(paint);
    return () => {
      cancelAnimationFrame(request);
      paintAtOnce(null);
    };
  }, [box, prepared, gallery, speaker, scene.length, mouthNow, paintAtOnce]);

  return (
    <>
      <StageCanvas holder={holder} canvas={canvas} box={box} label="The character, speaking live" />
      <LivePanel
        voice={voice}
        recordings={recordings}
        cast={prepared.members}
        speaker={speaker}
        onSpeaker={setSpeaker}
      />
    </>
  );
}
