import { useMemo, useRef, useState } from 'react';
import { mouthOverrides, type Character } from '@cruvo/core/character';
import { compile, liveSources, Player } from '@cruvo/core/program';
import { castOf, linesOf, speakerOf, type VoicedLine, type Scene } from '@cruvo/core/scene';
import { toFlicks } from '@cruvo/core/time';
import type { BrowserImages } from '../studio/stage/browserImages';
import { StageCanvas } from '../studio/stage/StageCanvas';
import { useCanvasBox } from '../studio/stage/useCanvasBox';
import { everyPicture, useFrames, type FrameSource } from '../studio/stage/useFrames';
import { LivePanel } from './LivePanel';
import { useLiveVoice } from './useLiveVoice';

/** The stage, painted anew for every picture of the screen while somebody speaks. */
export function LiveStage({
  scene,
  characters,
  images,
  recordings,
}: {
  scene: Scene;
  characters: ReadonlyMap<string, Character>;
  images: BrowserImages;
  recordings: readonly VoicedLine[];
}) {
  const program = useMemo(
    () => compile({ scene: { ...scene, lines: {} }, characters, tracks: new Map() }),
    [scene, characters],
  );
  const [speaker, setSpeaker] = useState(firstSpeaker(scene));
  const character = program.members.find(({ member }) => member.id === speaker)?.character ?? null;
  const fit = linesOf(scene).find((line) => speakerOf(scene, line) === speaker)?.fit;
  const voice = useLiveVoice(character, fit);
  const holder = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const box = useCanvasBox(holder, scene.stage);
  const { mouthNow, paintAtOnce } = voice;
  const [player] = useState(() => new Player(program));
  const source = useMemo<FrameSource>(
    () => ({
      frame: () => {
        const mouth = mouthNow();
        const time = toFlicks(performance.now() / 1000) % scene.length;
        player.swap(program);
        const live = new Map(mouth ? [[speaker, mouthOverrides(mouth)]] : []);
        return player.seek(time, liveSources(program, live));
      },
      follow: (paint) => {
        const stop = everyPicture(paint);
        paintAtOnce(paint);
        return () => {
          stop();
          paintAtOnce(null);
        };
      },
    }),
    [player, program, speaker, scene.length, mouthNow, paintAtOnce],
  );
  useFrames(canvas, box, images, source);

  return (
    <>
      <StageCanvas holder={holder} canvas={canvas} box={box} label="The character, speaking live" />
      <LivePanel
        voice={voice}
        recordings={recordings}
        cast={program.members}
        speaker={speaker}
        onSpeaker={setSpeaker}
      />
    </>
  );
}

function firstSpeaker(scene: Scene): string {
  const [line] = linesOf(scene);
  return line ? speakerOf(scene, line) : (castOf(scene)[0]?.id ?? '');
}
