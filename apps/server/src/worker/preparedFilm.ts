import { join } from 'node:path';
import type { PassRecording } from '@cruvo/core/passes';
import { compile, fontsOf, type Player, type Program } from '@cruvo/core/program';
import { heardLines, heardVoice, linesOf, placedSound } from '@cruvo/core/scene';
import type { VoiceTrack } from '@cruvo/core/speech';
import { drawingsOf, loadImages, type NodeImages } from '@cruvo/film/images';
import { playerFor, type FilmSound } from '@cruvo/film/render';
import { loadTypefaces } from '@cruvo/media/lettering';
import type { Services } from '../app';
import type { Film, FilmMaterial } from '../films/store';
import { fetchVoice } from '../media/fetchVoice';

export type PreparingServices = Pick<Services, 'films' | 'media' | 'tracks'>;

/** A film made ready to be rendered. */
export interface PreparedFilm {
  readonly film: Film;
  readonly program: Program;
  readonly images: NodeImages;
  /** Goes on from part to part, so that what comes before is not played again. */
  readonly player: Player;
}

/** Makes films ready, and keeps the last one: its next part mostly comes next. */
export class FilmPreparer {
  private last: PreparedFilm | null = null;

  constructor(private readonly services: PreparingServices) {}

  async prepare(id: string): Promise<PreparedFilm> {
    if (this.last?.film.id === id) return this.last;
    this.last = null;
    const { films, media } = this.services;
    const film = await films.read(id);
    const program = await this.compiled(await films.material(id));
    const images = await loadImages(drawingsOf(program), (hash) => media.readAll(hash));
    const player = playerFor(program, film.settings);
    return (this.last = { film, program, images, player });
  }

  private async compiled({ scene, characters }: FilmMaterial): Promise<Program> {
    const { tracks } = this.services;
    const heard = new Map<string, VoiceTrack>();
    for (const { track } of linesOf(scene)) {
      if (track !== null) heard.set(track, await tracks.read(track));
    }
    const recordings = new Map<string, PassRecording>();
    for (const { recording } of Object.values(scene.takes)) {
      if (!recordings.has(recording)) {
        recordings.set(recording, await tracks.readRecording(recording));
      }
    }
    const typefaces = await loadTypefaces(fontsOf(scene));
    return compile({
      ...{ scene, characters: new Map(Object.entries(characters)), tracks: heard },
      ...{ recordings, typefaces },
    });
  }
}

/** Fetches the voices of a film. @param folder where they are written */
export async function voicesOf(
  { media }: Pick<Services, 'media'>,
  { scene }: Program,
  folder: string,
): Promise<FilmSound[]> {
  return Promise.all(
    heardLines(scene).map(async (line, at) => {
      const path = join(folder, `${at}.wav`);
      await fetchVoice(media, heardVoice(line)!.working, path, line.voice.name);
      return { path, name: line.name, ...placedSound(line) };
    }),
  );
}
