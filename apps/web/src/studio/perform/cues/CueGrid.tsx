import { useRef, type ReactNode } from 'react';
import { useStore } from 'zustand';
import type { Character } from '@cruvo/core/character';
import type { Cue } from '@cruvo/core/cues';
import type { MovedProgram } from '@cruvo/core/program';
import type { BrowserImages } from '@cruvo/painter/browser';
import { CuePicture } from './CuePicture';
import type { LiveCues } from './liveCues';
import { useBoard } from './useBoard';

/** Cues as buttons with pictures, which boards in other windows show too. */
export function CueGrid({
  scene,
  who,
  cues,
  live,
  own,
  character,
  images,
  keyHint = '',
  children,
}: {
  /** Id of the scene. */
  scene: string;
  /** Whose cues they are. */
  who: string;
  cues: readonly Cue[];
  live: LiveCues;
  own: MovedProgram;
  character: Character;
  images: BrowserImages;
  /** What else the key of a cue does. */
  keyHint?: string;
  /** What stands under the picture of a cue. */
  children: (cue: Cue) => ReactNode;
}) {
  const active = useStore(live.state, (state) => state.active);
  const pictures = useRef<HTMLDivElement>(null);
  useBoard(scene, who, cues, live, (cue) => {
    const shown = [...(pictures.current?.children ?? [])] as HTMLElement[];
    const canvas = shown.find(({ dataset }) => dataset['cue'] === cue)?.querySelector('canvas');
    return canvas?.toDataURL() ?? '';
  });
  return (
    <>
      <div className="cue-board" ref={pictures}>
        {cues.map((cue) => (
          <div key={cue.id} data-cue={cue.id} className={active.has(cue.id) ? 'cue on' : 'cue'}>
            <button
              type="button"
              className="cue-button"
              aria-label={`Fire ${cue.name}`}
              aria-pressed={active.has(cue.id)}
              title={cue.key ? `Key ${cue.key.toUpperCase()}${keyHint}` : undefined}
              onPointerDown={() => live.press(cue)}
              onPointerUp={() => live.release(cue.id)}
              onPointerLeave={() => live.release(cue.id)}
              onKeyDown={(event) => {
                if (!isPress(event.key)) return;
                event.stopPropagation();
                if (!event.repeat) live.press(cue);
              }}
              onKeyUp={(event) => isPress(event.key) && live.release(cue.id)}
              onBlur={() => live.release(cue.id)}
            >
              <CuePicture {...{ cue, own, character, images }} />
              {cue.key && <kbd>{cue.key.toUpperCase()}</kbd>}
            </button>
            {children(cue)}
          </div>
        ))}
      </div>
      {cues.length > 0 && (
        <a className="small" href={`/scenes/${scene}/cues`} target={`cues ${scene}`}>
          Large buttons in a window of their own
        </a>
      )}
    </>
  );
}

/** Whether a key presses the button that has the focus. */
const isPress = (key: string) => key === ' ' || key === 'Enter';
