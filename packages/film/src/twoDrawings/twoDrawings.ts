import { characterFromTwoDrawings } from '@cruvo/core/character';
import { DEFAULT_FIT, type Corrections, type FitSettings } from '@cruvo/core/mouth';
import { prepareScene, starterScene } from '@cruvo/core/scene';
import type { VoiceTrack } from '@cruvo/core/speech';
import type { WorkingPicture } from '@cruvo/media/picture';
import type { WorkingVoice } from '@cruvo/media/voice';
import { drawingsOf, loadGallery } from '../gallery';
import type { FilmJob } from '../render';

export interface TwoDrawingsAndVoice {
  readonly closed: WorkingPicture;
  readonly open: WorkingPicture;
  readonly voice: WorkingVoice;
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
}: TwoDrawingsAndVoice): Promise<Pick<FilmJob, 'scene' | 'gallery' | 'sounds'>> {
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
    voice: { ...voice, name: 'Voice', original: '', working: '', peaks: '' },
    memberId: 'member',
    lineId: 'line',
  });
  const lines = starter.lines.map((line) => ({
    ...line,
    fit,
    corrections,
    track: track && 'track',
  }));
  const scene = prepareScene({
    scene: { ...starter, lines },
    characters: new Map([['character', character]]),
    tracks: new Map(track ? [['track', track]] : []),
  });
  return {
    scene,
    gallery: await loadGallery(drawingsOf(scene), async (media) => pictures.get(media)!.png),
    sounds: [{ path: voicePath, start: 0 }],
  };
}
