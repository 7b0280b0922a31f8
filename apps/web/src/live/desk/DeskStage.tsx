import { useMemo, useRef, useState } from 'react';
import { Player } from '@cruvo/core/program';
import { toFlicks } from '@cruvo/core/time';
import { StageCanvas } from '../../studio/stage/StageCanvas';
import { useCanvasBox } from '../../studio/stage/useCanvasBox';
import { unhurriedPictures, useFrames, type FrameSource } from '../../studio/stage/useFrames';
import { useDesk } from './DeskContext';

/** The stage, painted anew for every picture of the screen. */
export function DeskStage() {
  const { scene, program, desk, images } = useDesk();
  const holder = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const box = useCanvasBox(holder, scene.stage);
  const [player] = useState(() => new Player(program));
  const source = useMemo<FrameSource>(
    () => ({
      frame: () => {
        player.swap(program);
        const time = toFlicks(performance.now() / 1000) % scene.length;
        return player.seek(time, desk.live());
      },
      follow: (paint) => {
        const painted = () => {
          paint();
          desk.painted();
        };
        const pictures = unhurriedPictures(painted);
        desk.onChange = pictures.paintNow;
        return () => {
          pictures.stop();
          desk.onChange = null;
        };
      },
    }),
    [player, program, scene.length, desk],
  );
  useFrames(canvas, box, images, source);
  return (
    <StageCanvas holder={holder} canvas={canvas} box={box} label="The characters, speaking live" />
  );
}
