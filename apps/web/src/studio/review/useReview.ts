import { useCallback, useEffect, useMemo, useState } from 'react';
import { likeliestDrawings, unsureSounds, type UnsureSound } from '@cruvo/core/program';
import { withLines, withReviewed } from '@cruvo/core/scene';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { chosenMouth, mouthEdits } from '../mouths/mouthEdits';
import { useOpenScene, useProgram, useScene } from '../SceneContext';
import type { Chosen } from '../sceneStore';

/** So many mouths are offered for a sound. */
const OFFERED = 3;
/** Seconds that are heard around a sound. */
const AROUND = 0.35;

/** The sound that is looked at, what could be shown there, and what one can do with it. */
export interface Review {
  readonly sound: UnsureSound;
  /** The likeliest drawings, and the one that is shown now. */
  readonly offered: readonly string[];
  readonly shown: string | null;
  /** Shows one of the offered drawings there, and goes on. */
  accept(drawing: string): void;
  /** Leaves it as it is, and goes on. */
  keep(): void;
  /** Goes on without having looked. */
  skip(): void;
  stop(): void;
}

/** Leads through the sounds that are least sure; each is heard in a loop. */
export function useReview(): { readonly review: Review | null; readonly next: () => void } {
  const { store, transport } = useOpenScene();
  const program = useProgram();
  const chosen = useScene((state) => state.chosen);
  /** What was chosen to be looked at; another choice, by hand, ends the review. */
  const [target, setTarget] = useState<Chosen | null>(null);
  const active = target !== null && target === chosen;
  const sound = useMemo(() => {
    const line = active ? program.lines.get(chosen.line) : undefined;
    if (!line || !chosen) return null;
    const time = toSeconds(chosen.time);
    return (
      unsureSounds([line]).find(({ sound: { start, end } }) => time >= start && time < end) ?? null
    );
  }, [active, chosen, program]);

  const goTo = useCallback(
    ({ line, sound: { start, end }, time }: UnsureSound) => {
      const wanted = { line: line.line.id, time: toFlicks((start + end) / 2) };
      setTarget(wanted);
      store.getState().choose(wanted);
      const [before, after] = [toSeconds(time) - AROUND, toSeconds(time) + AROUND];
      const length = toSeconds(store.getState().scene.length);
      transport.seek(Math.max(0, before));
      transport.setLoop({ start: Math.max(0, before), end: Math.min(length, after) });
      void transport.play();
    },
    [store, transport],
  );
  const stop = useCallback(() => store.getState().choose(null), [store]);
  useEffect(() => {
    if (!active) return;
    return () => {
      transport.pause();
      transport.setLoop(null);
    };
  }, [active, transport]);
  const next = useCallback(() => {
    const here = sound?.time ?? toFlicks(transport.time());
    // Of all lines only when it is asked for: an hour has thousands.
    const left = unsureSounds(program.members.flatMap(({ lines }) => lines)).filter(
      ({ seen, time }) => !seen && time !== sound?.time,
    );
    const following = left.find(({ time }) => time > here) ?? left[0];
    if (!following) return stop();
    goTo(following);
  }, [sound, program, transport, goTo, stop]);

  if (!sound) return { review: null, next };
  const found = chosenMouth(program, chosen);
  const rig = found?.character.mouth;
  const middle = (sound.sound.start + sound.sound.end) / 2;
  const look = () =>
    store.getState().edit((scene) => {
      const line = scene.lines[sound.line.line.id]!;
      const { start, end } = sound.sound;
      return withLines(scene, [withReviewed(line, { start: toFlicks(start), end: toFlicks(end) })]);
    });
  const review: Review = {
    sound,
    offered: rig ? likeliestDrawings(sound.line, rig, middle, OFFERED) : [],
    shown: found?.mouth.drawing ?? null,
    accept: (drawing) => {
      store.history.begin();
      if (found && found.mouth.drawing !== drawing) mouthEdits.setDrawing(store, found, drawing);
      look();
      store.history.end();
      next();
    },
    keep: () => {
      look();
      next();
    },
    skip: next,
    stop,
  };
  return { review, next };
}
