import { useEffect, useRef, useState } from 'react';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import {
  linesInTurn,
  linesOf,
  endOf,
  nameOfFile,
  rowOfMember,
  withLines,
  type Line,
} from '@cruvo/core/scene';
import { toFlicks, type Flicks } from '@cruvo/core/time';
import { uploadVoice } from '../../api/media';
import type { UploadProgress } from '../../api/upload';
import { useOpenScene } from '../SceneContext';
import { voiceFiles, type TakenVoice } from './voiceFiles';

/** Between two lines that come in together. */
const GAP = toFlicks(0.25);

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
 * Brings recordings in, one after the other, as lines of one speaker: one step to undo. Those that can't be opened are
 * named; the others come in nevertheless.
 *
 * @param onAdded takes the new lines
 */
export function useVoiceIntake(onAdded: (lines: readonly Line[]) => void) {
  const { store } = useOpenScene();
  const [coming, setComing] = useState<Coming | null>(null);
  const [refused, setRefused] = useState<readonly RefusedVoice[]>([]);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);

  const take = async (files: readonly File[], { member, start }: VoicePlace) => {
    const found = voiceFiles(files);
    if (found.length === 0 || running.current) return;
    const control = new AbortController();
    running.current = control;
    setRefused([]);
    const taken: TakenVoice[] = [];
    const left: RefusedVoice[] = [];
    for (const [index, { file, script }] of found.entries()) {
      const { name } = file;
      const onProgress = (progress: UploadProgress) =>
        setComing({ name, number: index + 1, of: found.length, progress });
      onProgress({ stage: 'sending', share: 0 });
      try {
        const voice = await uploadVoice(file, { onProgress, signal: control.signal });
        const words = script ? await script.text() : '';
        taken.push({ id: crypto.randomUUID(), name: nameOfFile(name), voice, script: words });
      } catch (error) {
        if (error instanceof Problem && error.code === 'cancelled') break;
        left.push({ name, sentence: sentenceOf(error) });
      }
    }
    running.current = null;
    setComing(null);
    setRefused(left);
    const { scene, edit } = store.getState();
    const row = rowOfMember(scene, member);
    if (taken.length === 0 || row === null) return;
    const begin = start ?? Math.max(0, ...linesOf(scene).map(endOf));
    const scripts = new Map(taken.map(({ id, script }) => [id, script.trim()]));
    const voices = taken.map(({ id, name, voice }) => ({ id, name, voice }));
    const lines = linesInTurn(voices, row, begin, GAP).map((line): Line => {
      return { ...line, script: scripts.get(line.id) ?? '' };
    });
    edit((now) => withLines(now, lines));
    store.getState().chooseLine(lines[0]!.id);
    onAdded(lines);
  };

  return {
    coming,
    refused,
    take,
    cancel: () => running.current?.abort(),
    dismiss: () => setRefused([]),
  };
}

export type VoiceIntake = ReturnType<typeof useVoiceIntake>;
