import { useEffect, useLayoutEffect, useMemo, useRef } from 'react';
import type { Cue } from '@cruvo/core/cues';
import { isPressed, shareOfReading, type Binding, type InputReading } from '@cruvo/core/inputs';
import { learntBinding } from '@cruvo/core/performance';
import { placeOfTarget, targetsOf, valueOfShare, type MovedProgram } from '@cruvo/core/program';
import type { Performing } from '../performing';
import { InputSession } from './inputSession';

interface Driven {
  readonly own: MovedProgram;
  readonly cues: readonly Cue[];
  readonly bindings: readonly Binding[];
  readonly onLearnt: (bindings: readonly Binding[]) => void;
}

/** Buttons and knobs that perform a character. */
export function useInputs(performing: Performing, driven: Driven): InputSession {
  const latest = useRef(driven);
  useLayoutEffect(() => void (latest.current = driven));
  const session = useMemo(() => {
    const perform = (reading: InputReading, lateBy: number) => {
      const { own, cues, bindings } = latest.current;
      const moved: (readonly [string, number])[] = [];
      for (const { input, action } of bindings) {
        if (input !== reading.input) continue;
        if (action.kind === 'cue') {
          const cue = cues.find(({ id }) => id === action.cue);
          if (cue && isPressed(reading)) performing.cues.press(cue, lateBy);
          else performing.cues.release(action.cue, lateBy);
          continue;
        }
        const place = placeOfTarget(own.controls, action.target);
        if (!place) continue;
        if (reading.kind === 'button' && !isPressed(reading)) performing.letGo([action.target]);
        else {
          const share = shareOfReading(action, reading);
          moved.push([action.target, valueOfShare(own.controls, place, share)]);
        }
      }
      if (moved.length > 0) performing.moveAll(moved, lateBy);
    };
    const learn = (reading: InputReading) => {
      const { own, cues, bindings, onLearnt } = latest.current;
      const all = { cues: cues.map(({ id }) => id), targets: targetsOf(own.controls) };
      const learnt = learntBinding(reading, all, bindings);
      if (learnt) onLearnt([...bindings, learnt]);
    };
    return new InputSession(perform, learn);
  }, [performing]);
  useEffect(
    () => () => {
      const { bindings } = latest.current;
      void session.use(null);
      performing.letGo(targetsOfBindings(bindings));
      performing.cues.releaseAll();
    },
    [session, performing],
  );
  return session;
}

export const targetsOfBindings = (bindings: readonly Binding[]) =>
  bindings.flatMap(({ action }) => (action.kind === 'control' ? [action.target] : []));
