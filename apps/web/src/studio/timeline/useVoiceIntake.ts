import { useEffect, useRef, useState } from 'react';
import type { Character } from '@cruvo/core/character';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import {
  castOf,
  endOf,
  linesOf,
  linesWithScript,
  nameOfFile,
  newLines,
  withLines,
  type Called,
  type Line,
  type Scene,
  type TakenVoice,
} from '@cruvo/core/scene';
import { readScriptParts } from '@cruvo/core/speech';
import { toFlicks, type Flicks } from '@cruvo/core/time';
import { uploadVoice } from '../../api/media';
import type { UploadProgress } from '../../api/upload';
import { useOpenScene } from '../SceneContext';
import { useLineGap } from './lineGap';
import { voiceFiles } from './voiceFiles';

/** A recording that did not come in, and why. */
export interface RefusedVoice {
  readonly name: string;
  readonly sentence: string;
}

/** Where recordings are to go. */
export interface VoicePlace {
  /** Id of the cast member that speaks them. */
  readonly member: string;
  /** When the first begins; null for after all that is said already. */
  readonly start: Flicks | null;
}

interface Coming {
  readonly name: string;
  /** Which one of how many, from 1. */
  readonly number: number;
  readonly of: number;
  readonly progress: UploadProgress;
}

/**
 * Brings recordings in as lines, one after the other, with the scripts that come with them: one step to undo. Those that
 * can't be opened are named; the others come in nevertheless.
 *
 * @param onAdded takes the new lines
 */
export function useVoiceIntake(onAdded: (lines: readonly Line[]) => void) {
  const { store, characters } = useOpenScene();
  const [notes, setNotes] = useState<readonly string[]>([]);
  const [coming, setComing] = useState<Coming | null>(null);
  const [refused, setRefused] = useState<readonly RefusedVoice[]>([]);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);

  const take = async (files: readonly File[], { member, start }: VoicePlace) => {
    const { voices, scripts } = voiceFiles(files);
    if (voices.length + scripts.length === 0 || running.current) return;
    const control = new AbortController();
    running.current = control;
    setRefused([]);
    setNotes([]);
    const taken: TakenVoice[] = [];
    const left: RefusedVoice[] = [];
    for (const [index, { file, script }] of voices.entries()) {
      const { name } = file;
      const onProgress = (progress: UploadProgress) =>
        setComing({ name, number: index + 1, of: voices.length, progress });
      onProgress({ stage: 'sending', share: 0 });
      try {
        const voice = await uploadVoice(file, { onProgress, signal: control.signal });
        const words = script ? await script.text() : null;
        taken.push({ id: crypto.randomUUID(), name: nameOfFile(name), voice, script: words });
      } catch (error) {
        if (error instanceof Problem && error.code === 'cancelled') break;
        left.push({ name, sentence: sentenceOf(error) });
      }
    }
    const texts = await Promise.all(scripts.map((file) => file.text()));
    const script = texts.flatMap(readScriptParts);
    running.current = null;
    setComing(null);
    setRefused(left);
    const { scene, edit } = store.getState();
    const newId = () => crypto.randomUUID();
    const place = { scene, cast: castAsCalled(scene, characters), member, newId };
    const gap = toFlicks(useLineGap.getState().gap);
    const begin = start ?? Math.max(0, ...linesOf(scene).map(endOf));
    const { lines, notes: said } =
      voices.length > 0
        ? newLines(taken, script, place, begin, gap)
        : linesWithScript(script, place, begin, gap);
    setNotes(said);
    if (lines.length === 0) return;
    edit((now) => withLines(now, lines));
    store.getState().chooseLine(lines[0]!.id);
    onAdded(lines);
  };

  return {
    coming,
    refused,
    notes,
    take,
    cancel: () => running.current?.abort(),
    dismiss: () => {
      setRefused([]);
      setNotes([]);
    },
  };
}

/** Who is on the stage, and what they are called there. */
function castAsCalled(scene: Scene, characters: ReadonlyMap<string, Character>): Called[] {
  return castOf(scene).map(({ id, name, character }) => {
    return { id, name: name ?? characters.get(character)?.name ?? '' };
  });
}

export type VoiceIntake = ReturnType<typeof useVoiceIntake>;
