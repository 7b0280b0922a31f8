import { characterFromTwoDrawings } from '@cruvo/core/character';
import { type Corrections, DEFAULT_FIT, type FitSettings } from '@cruvo/core/mouth';
import { compile } from '@cruvo/core/program';
import { withRecord } from '@cruvo/core/records';
import { placedSound, starterScene } from '@cruvo/core/scene';
import type { VoiceTrack } from '@cruvo/core/speech';
import type { WorkingPicture } from '@cruvo/media/picture';
import type { VoiceFormat } from '@cruvo/media/voice';
import { drawingsOf, loadImages } from '../images';
import type { FilmJob } from '../render';

export interface TwoDrawingsAndVoice {
  readonly closed: WorkingPicture;
  readonly open: WorkingPicture;
  readonly voice: VoiceFormat;
  /** Where the working voice lies. */
  readonly voicePath: string;
  /** What was heard in it; null leaves the mouth at rest. */
  readonly track: VoiceTrack | null;
  /** How it moves the mouth. */
  readonly fit?: FitSettings;
  /** Mouths set by hand: `closed` or `open`. */
  readonly corrections?: Corrections;
}

/** The film of a character made of two drawings that speaks one voice, without a studio around it. */
export async function filmOfTwoDrawings({
  closed,
  open,
  voice,
  voicePath,
  track,
  fit = DEFAULT_FIT,
  corrections = [],
}: TwoDrawingsAndVoice): Promise<Pick<FilmJob, 'program' | 'images' | 'sounds'>> {
  const pictures = new Map([
    ['closed', closed],
    ['open', open],
  ]);
  const character = characterFromTwoDrawings(
    'Character',
    { media: 'closed', width: closed.width, height: closed.height },
    { media: 'open', width: open.width, height: open.height },
  );
  const starter = starterScene({
    name: 'Scene',
    characterId: 'character',
    character,
    voice: {
      ...{ name: 'Voice', original: '', working: '', peaks: '' },
      ...{ duration: voice.duration, sampleRate: voice.sampleRate, channels: voice.channels },
      scratch: null,
    },
    memberId: 'member',
    lineId: 'line',
  });
  const lines = withRecord(starter.lines, 'line', (line) => ({
    ...line,
    fit,
    corrections,
    track: track && 'track',
  }));
  const program = compile({
    scene: { ...starter, lines },
    characters: new Map([['character', character]]),
    tracks: new Map(track ? [['track', track]] : []),
  });
  return {
    program,
    images: await loadImages(drawingsOf(program), async (media) => pictures.get(media)!.png),
    sounds: Object.values(lines).map((line) => ({
      ...{ path: voicePath, name: line.name },
      ...placedSound(line),
    })),
  };
}
