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
import {
  laidTiming,
  readTiming,
  withTiming,
  type LaidTiming,
  type ReadTiming,
} from '@cruvo/core/timing';
import { uploadVoice } from '../../api/media';
import type { UploadProgress } from '../../api/upload';
import { asAnalysedVoice, type AnalysedVoice } from '../../workers/analyseVoice';
import { useOpenScene } from '../SceneContext';
import { useLineGap } from './lineGap';
import { voiceFiles } from './voiceFiles';

/** Bytes. */
const LARGEST_TIMING = 100_000_000;

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
 * Brings recordings in as lines, one after the other, with the scripts that come with them, and lays down what files tell
 * of when things happen: one step to undo. Those that can't be opened are named; the others come in nevertheless.
 *
 * @param onAdded takes the new lines whose voices are not heard yet
 */
export function useVoiceIntake(onAdded: (lines: readonly Line[]) => void) {
  const { store, characters, keepHeard } = useOpenScene();
  const [notes, setNotes] = useState<readonly string[]>([]);
  const [coming, setComing] = useState<Coming | null>(null);
  const [refused, setRefused] = useState<readonly RefusedVoice[]>([]);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);

  const take = async (files: readonly File[], { member, start }: VoicePlace) => {
    const { voices, scripts, timings } = voiceFiles(files);
    if (files.length === 0 || running.current) return;
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
    const told = await readTimings(timings, left);
    setRefused(left);
    const { scene, edit } = store.getState();
    const newId = () => crypto.randomUUID();
    const byMember = new Map(
      castOf(scene).flatMap(({ id, character }) => {
        const own = characters.get(character);
        return own ? [[id, own] as const] : [];
      }),
    );
    const place = { scene, cast: castAsCalled(scene, characters), member, newId };
    const gap = toFlicks(useLineGap.getState().gap);
    const begin = start ?? Math.max(0, ...linesOf(scene).map(endOf));
    const { lines, notes: said } =
      voices.length > 0
        ? newLines(taken, script, place, begin, gap)
        : linesWithScript(script, place, begin, gap);
    const laid: LaidTiming[] = [];
    for (const timing of told) {
      const before = laid.reduce(withTiming, withLines(scene, lines));
      laid.push(laidTiming(timing, { ...place, scene: before, characters: byMember }));
    }
    const heard = await tracksOf(laid);
    for (const voice of heard.values()) keepHeard(voice);
    const timed = laid.map((one) => ({
      ...one,
      lines: one.lines.map((line) => withTrack(line, heard)),
    }));
    setNotes([...said, ...laid.flatMap(({ notes }) => notes)]);
    const all = [...lines, ...timed.flatMap((one) => one.lines)];
    if (all.length === 0 && timed.length === 0) return;
    edit((now) => timed.reduce(withTiming, withLines(now, lines)));
    if (all[0]) store.getState().chooseLine(all[0].id);
    onAdded(all.filter(({ id }) => !heard.has(id)));
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

/** Reads files that tell when things happen. @param left takes those that can't be read */
async function readTimings(files: readonly File[], left: RefusedVoice[]): Promise<ReadTiming[]> {
  const read: ReadTiming[] = [];
  for (const file of files) {
    try {
      if (file.size > LARGEST_TIMING)
        throw new Problem('too-large', `“${file.name}” is too large.`);
      read.push(readTiming(file.name, await file.text()));
    } catch (error) {
      left.push({ name: file.name, sentence: sentenceOf(error) });
    }
  }
  return read;
}

/** The tracks that files told, by the ids of lines. */
async function tracksOf(laid: readonly LaidTiming[]): Promise<ReadonlyMap<string, AnalysedVoice>> {
  const told = laid.flatMap(({ tracks }) => [...tracks]);
  const voices = told.map(async ([line, track]) => [line, await asAnalysedVoice(track)] as const);
  return new Map(await Promise.all(voices));
}

function withTrack(line: Line, heard: ReadonlyMap<string, AnalysedVoice>): Line {
  const voice = heard.get(line.id);
  return voice ? { ...line, track: voice.id } : line;
}

/** Who is on the stage, and what they are called there. */
function castAsCalled(scene: Scene, characters: ReadonlyMap<string, Character>): Called[] {
  return castOf(scene).map(({ id, name, character }) => {
    return { id, name: name ?? characters.get(character)?.name ?? '' };
  });
}

export type VoiceIntake = ReturnType<typeof useVoiceIntake>;
