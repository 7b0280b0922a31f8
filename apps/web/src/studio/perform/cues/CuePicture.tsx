import { useEffect, useRef } from 'react';
import { itemsOf, poseOf, type Character } from '@cruvo/core/character';
import { mixControls } from '@cruvo/core/controls';
import type { Cue } from '@cruvo/core/cues';
import { IDENTITY, multiply, scaling, translation } from '@cruvo/core/geometry';
import { cueSource, type MovedProgram } from '@cruvo/core/program';
import { browserPainter, showPixels, type BrowserImages } from '@cruvo/painter/browser';

const SIZE = { width: 132, height: 96 };

/** What a character looks like while a cue is on. */
export function CuePicture({
  cue,
  own,
  character,
  images,
}: {
  cue: Cue;
  own: MovedProgram;
  character: Character;
  images: BrowserImages;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { controls, knownMoves, reactions } = own;
  const { action } = cue;
  useEffect(() => {
    if (!canvas.current) return;
    const material = { controls, moves: knownMoves, reactions: reactions.value };
    const move = action.kind === 'move' ? knownMoves[action.move] : undefined;
    // A move is seen at its middle.
    const clock = () => ({ since: (move?.length ?? 0) / 2, share: 1, lasts: 1 });
    const sources = cueSource({ name: '', action }, material, clock, { layer: 'live' });
    const pose = poseOf(character, mixControls(controls, sources, 0));
    const items = itemsOf(character, IDENTITY, pose);
    // The upper part, where the face mostly is, as large as there is room.
    const scale = SIZE.width / character.width;
    const view = multiply(scaling(scale), translation(0, -0.02 * character.height));
    showPixels(canvas.current, browserPainter.paintItems(items, images, view, SIZE));
  }, [action, controls, knownMoves, reactions, character, images]);
  return <canvas ref={canvas} className="cue-picture" {...SIZE} aria-hidden />;
}
