import { stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Problem } from '@cruvo/core/problem';
import type { ScratchSettings, ScratchSpeaker } from '@cruvo/core/scene';
import { limited } from '../sandbox/limits';
import { inTempFolder, missingTool, run } from '../tools';

/** What is to be said, and how. */
export interface ScratchTask extends ScratchSettings {
  readonly text: string;
  /** Two or three letters of ISO 639. */
  readonly language: string;
}

/** How many words of running English the voices of flite say in a minute by themselves. */
const OWN_PACES: Readonly<Record<Exclude<ScratchSpeaker, 'espeak'>, number>> = {
  slt: 202,
  rms: 184,
  awb: 199,
  kal16: 182,
};
/** What espeak-ng is asked for to say so many words a minute, pauses included. */
const ESPEAK_PACE = 0.89;
const NOT_FOUND = 127;
/** A WAV without samples is no longer. */
const HEADER = 64;

/**
 * Has a text said by a synthetic voice: English by flite as it is built into ffmpeg, any language by espeak-ng.
 *
 * @param target the WAV that is written
 * @param signal stops the work
 * @throws Problem where a program is missing, the language is unknown, or nothing in the text can be said
 */
export async function speakScratch(
  task: ScratchTask,
  target: string,
  signal?: AbortSignal,
): Promise<void> {
  if (!/[\p{L}\p{N}]/u.test(task.text)) throw unsayable();
  await inTempFolder(async (folder) => {
    const script = join(folder, 'say.txt');
    await writeFile(script, task.text);
    const espoken = join(folder, 'espeak.wav');
    if (task.speaker === 'espeak') await speakWithEspeak(task, script, espoken, signal);
    const { speaker } = task;
    const input =
      speaker === 'espeak'
        ? ['-i', espoken]
        : ['-f', 'lavfi', '-i', `flite=textfile=${script}:voice=${speaker}`];
    const tempo = speaker === 'espeak' ? 1 : task.wordsPerMinute / OWN_PACES[speaker];
    const [program, ...args] = limited([
      ...['ffmpeg', '-v', 'error', '-nostdin', '-y', ...input],
      ...['-af', stretching(tempo, task.pitch), '-ac', '1', '-c:a', 'pcm_s16le', target],
    ]);
    const { code } = await run(program, args, signal ? { signal } : {});
    if (code === NOT_FOUND) throw missingTool('ffmpeg');
    const spoken = await stat(target).catch(() => null);
    if (code !== 0 || !spoken || spoken.size <= HEADER) throw unsayable();
  });
}

async function speakWithEspeak(
  { language, wordsPerMinute }: ScratchTask,
  script: string,
  target: string,
  signal: AbortSignal | undefined,
): Promise<void> {
  const pace = String(Math.round(ESPEAK_PACE * wordsPerMinute));
  const voice = language === 'en' ? 'en-us' : language;
  const [program, ...args] = limited([
    ...['espeak-ng', '-v', voice, '-s', pace, '-f', script, '-w', target],
  ]);
  const { code } = await run(program, args, signal ? { signal } : {});
  if (code === NOT_FOUND) {
    throw new Problem(
      'unavailable',
      'The program espeak-ng is not installed on the server. Install it with: apt-get install espeak-ng.',
    );
  }
  if (code !== 0) {
    throw new Problem(
      'bad-input',
      `No synthetic voice speaks the language “${language}”. Choose another language for the line.`,
    );
  }
}

function unsayable(): Problem {
  return new Problem('bad-input', 'There is nothing in the script that can be said. Write words.');
}

/**
 * The filter that changes how fast and how high a voice speaks, its formants kept.
 *
 * @param tempo 1 for as fast as it was
 * @param pitch semitones
 */
export function stretching(tempo: number, pitch: number): string {
  const ratio = 2 ** (pitch / 12);
  return `rubberband=tempo=${tempo.toFixed(6)}:pitch=${ratio.toFixed(6)}:formant=preserved`;
}
