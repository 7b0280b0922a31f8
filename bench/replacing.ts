import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { withVoiceReplaced, wholeLine, type Line, type Voice } from '@cruvo/core/scene';
import { ENGLISH, SILENCE, type Sound, type VoiceTrack } from '@cruvo/core/speech';
import { frameLength, toFlicks, toSeconds } from '@cruvo/core/time';
import { prepareScriptHere } from '@cruvo/media/speech';
import { testFolder, write } from '@cruvo/media/testing';
import { analyseWorkingVoice, writeWorkingVoice } from '@cruvo/media/voice';

/** The voices of flite that Debian's ffmpeg has and that speak differently. */
const VOICES = ['slt', 'rms', 'awb', 'kal16'] as const;
const DEMO = new URL('../demo/saltmarsh/', import.meta.url);
const SCRIPTS: readonly string[] = [
  readFileSync(new URL('isbel-bulletin.txt', DEMO), 'utf8'),
  readFileSync(new URL('fog/dialogue.txt', DEMO), 'utf8').replace(/^[A-Z]+: /gm, ''),
  'The harbour master wrote down seven boats before breakfast, and crossed out three of them after lunch. Nobody asked why. The geese had their own opinion, and they gave it loudly.',
];
const RATE = '24';
/** Every so many of the sounds that are said is set by hand. */
const EVERY = 3;
const HALF_FRAME = toSeconds(frameLength(RATE)) / 2;

export interface ReplacingFigures {
  /** Mouths that were set by hand. */
  readonly corrections: number;
  /** Those that lie on the same sound of the same word afterwards. */
  readonly same: number;
  /** Those that lie in the same word, on another of its sounds. */
  readonly near: number;
  /** Those that lie in another word. */
  readonly wrong: number;
  /** Those that were named as having no place. */
  readonly lost: number;
}

interface Take {
  readonly voice: Voice;
  readonly track: VoiceTrack;
}

/** Replaces each of four voices that say the same by each other, and looks where mouths set by hand went. */
export async function benchReplacing(): Promise<ReplacingFigures> {
  const total = { corrections: 0, same: 0, near: 0, wrong: 0, lost: 0 };
  for (const script of SCRIPTS) {
    const takes: Take[] = [];
    for (const voice of VOICES) takes.push(await take(script, voice));
    for (const before of takes) {
      for (const after of takes) if (after !== before) count(before, after, total);
    }
  }
  return total;
}

async function take(script: string, name: string): Promise<Take> {
  const folder = testFolder();
  const text = write(folder, 'script.txt', script);
  const [said, working] = [join(folder, 'said.wav'), join(folder, 'voice.wav')];
  const source = `flite=textfile=${text}:voice=${name}`;
  execFileSync('ffmpeg', ['-nostdin', '-v', 'error', '-f', 'lavfi', '-i', source, said]);
  const written = await writeWorkingVoice(said, 'said.wav', working);
  const prepared = await prepareScriptHere(script, ENGLISH, []);
  const track = await analyseWorkingVoice(working, { script: prepared, channel: 'both' });
  return {
    voice: { ...written, name, original: '', working: '', peaks: '', scratch: null },
    track,
  };
}

const spoken = ({ sounds }: VoiceTrack) =>
  sounds.filter(({ viseme, word }) => viseme !== SILENCE && word !== null);

function count(
  before: Take,
  after: Take,
  total: { -readonly [Key in keyof ReplacingFigures]: number },
): void {
  const set = spoken(before.track).filter((_, at) => at % EVERY === 0);
  const line: Line = {
    ...wholeLine({ id: 'line', row: 'row', name: 'line', start: 0, voice: before.voice }),
    // Each drawing tells which sound it was set on.
    corrections: set.map(({ start, end }, at) => {
      return { start: toFlicks(start), end: toFlicks(end), drawing: String(at) };
    }),
  };
  const recording = { ...after, id: 'track' };
  const { line: now, lost } = withVoiceReplaced(line, before.track, recording, RATE);
  const found = new Map(now.corrections.map((piece) => [piece.drawing, piece]));
  total.corrections += set.length;
  total.lost += lost.length;
  set.forEach((sound, at) => {
    const piece = found.get(String(at));
    if (!piece) return;
    const middle = toSeconds((piece.start + piece.end) / 2);
    const under = after.track.sounds.filter(
      ({ start, end }) => start < middle + HALF_FRAME && end > middle - HALF_FRAME,
    );
    const inWord = under.filter((one) => sameWord(one, sound));
    if (inWord.some(({ viseme }) => viseme === sound.viseme)) total.same++;
    else if (inWord.length > 0) total.near++;
    else total.wrong++;
  });
}

const sameWord = (one: Sound, other: Sound) =>
  one.word?.toLowerCase() === other.word?.toLowerCase();
