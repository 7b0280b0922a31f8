import { join, resolve } from 'node:path';
import type { Command } from 'commander';
import {
  checkLength,
  filmOfStage,
  PURPOSE_NAMES,
  settingsFor,
  type FilmFormatName,
  type FilmSettings,
  type PurposeName,
} from '@cruvo/core/delivery';
import { Problem } from '@cruvo/core/problem';
import { castOf } from '@cruvo/core/scene';
import type { CarriedScene } from '@cruvo/film/material';
import { namesWanted } from '../material/namesWanted';
import { filmNames } from './filmNames';
import {
  asSentence,
  filmSettings,
  formatNamed,
  withFilmOptions,
  type FilmOptions,
} from './filmOptions';

/** Which films are made of scenes, as somebody wrote it. */
export interface WantedOptions extends FilmOptions {
  readonly out: string;
  /** Undefined: what the purpose wants. */
  readonly format?: readonly string[];
  readonly for: string;
  readonly only?: string;
  readonly each?: boolean;
  /** Whether films are made also where they are there already. */
  readonly again?: boolean;
}

/** Adds the options of all commands that make films of scenes. @param usual what stands for a size, rate and background */
export function withWantedOptions(command: Command, usual: string): Command {
  return withFilmOptions(
    command
      .option('--out <folder>', 'where films are written', '.')
      .option('--format <names...>', 'what is made: mp4, webm, gif, wav, timing, …')
      .option('--for <purpose>', `what it is for: ${PURPOSE_NAMES.join(', ')}`, 'share')
      .option('--again', 'make also what is there already'),
    usual,
  );
}

export interface WantedFilm<Scene extends CarriedScene> {
  readonly scene: Scene;
  readonly settings: FilmSettings;
  readonly output: string;
}

/**
 * The films of scenes: each scene in each format, and each character by itself where that is wished.
 *
 * @throws Problem where one of them can't be made
 */
export function wantedFilms<Scene extends CarriedScene>(
  scenes: readonly Scene[],
  options: WantedOptions,
): readonly WantedFilm<Scene>[] {
  const purpose = purposeNamed(options.for);
  const wanted = scenes.flatMap((scene) =>
    whoOf(scene, options).flatMap(({ id, name }) => {
      const usual = settingsFor(purpose, filmOfStage(scene.scene));
      const formats: FilmFormatName[] =
        options.format === undefined ? [usual.format] : options.format.map(formatNamed);
      return formats.map((format) => ({ scene, format, usual, id, only: name }));
    }),
  );
  const names = filmNames(
    wanted.map(({ scene, format, only }) => ({ scene: scene.name, format, only })),
  );
  return wanted.map(({ scene, format, usual, id }, at) => {
    const settings = filmSettings(options, { ...usual, format, only: id });
    checkFits(settings, scene);
    return { scene, settings, output: resolve(join(options.out, names[at]!)) };
  });
}

interface Who {
  readonly id: string | null;
  readonly name: string | null;
}

/** Who is seen in the films of a scene: all together, one alone, or each in one of their own. */
function whoOf(
  { scene, characters, name: sceneName }: CarriedScene,
  { only, each }: WantedOptions,
): readonly Who[] {
  const cast = castOf(scene).map(({ id, name, character }) => {
    return { id, name: name ?? characters[character]!.name };
  });
  if (each) {
    if (cast.length > 0) return cast;
    throw new Problem('bad-input', `Nobody is in the scene “${sceneName}”.`);
  }
  if (only !== undefined) return namesWanted(cast, [only], `character of “${sceneName}”`);
  return [{ id: null, name: null }];
}

function checkFits(settings: FilmSettings, { scene, name }: CarriedScene): void {
  try {
    checkLength(settings, scene.length);
  } catch (error) {
    const problem = asSentence(error);
    throw problem instanceof Problem
      ? new Problem('bad-input', `The film of “${name}” can’t be made: ${problem.message}`)
      : problem;
  }
}

function purposeNamed(name: string): PurposeName {
  const found = PURPOSE_NAMES.find((one) => one === name);
  if (found) return found;
  throw new Problem(
    'bad-input',
    `Nothing is made for “${name}”. There are ${PURPOSE_NAMES.join(', ')}.`,
  );
}
