import { basename, extname } from 'node:path';
import { Command } from 'commander';
import { array, boolean, object, string, type Schema } from 'yup';
import { VOICE_CHANNELS, type VoiceChannel } from '@cruvo/core/audio';
import { characterFromTwoDrawings, type Character } from '@cruvo/core/character';
import { isOfKind } from '@cruvo/core/document';
import { Problem } from '@cruvo/core/problem';
import { withRecord } from '@cruvo/core/records';
import { starterScene } from '@cruvo/core/scene';
import { writeTrack } from '@cruvo/core/speech';
import type { CarriedScene } from '@cruvo/film/material';
import { ProductionFile, type KeptContent } from '@cruvo/media/productionFile';
import { inTempFolder } from '@cruvo/media/tools';
import { makeItems, type Made } from '../items/items';
import { FileOpener } from '../material/fileOpener';
import { hearVoice } from '../material/hearVoice';
import { namesWanted } from '../material/namesWanted';
import { readScriptText, scriptBeside } from '../material/scriptFile';
import { prepareScriptHere } from '@cruvo/media/speech';
import { filmOf } from './oneFilm';
import { wantedFilms, type WantedOptions } from './wantedFilms';

/** How voices are said by a character. */
export interface VoiceOptions extends WantedOptions {
  /** Artwork or a character's file; the name of a character where `in` is given. */
  readonly with?: string;
  /** A production file. */
  readonly in?: string;
  readonly language: string;
  readonly channel: string;
}

export interface VoiceTask {
  /** The sound file. */
  readonly voice: string;
  readonly options: VoiceOptions;
}

const text = () => string().optional();
const taskSchema = object({
  voice: string().required(),
  options: object({
    ...{ out: string().required(), for: string().required(), language: string().required() },
    ...{ channel: string().required(), format: array(string().required()).optional() },
    ...{ with: text(), in: text(), only: text(), each: boolean(), again: boolean() },
    ...{ size: text(), fps: text(), background: text(), from: text(), to: text() },
    ...{ captions: text(), loudness: text(), crossfade: text(), premultiplied: boolean() },
  }).required(),
}) as unknown as Schema<VoiceTask>;

/** Makes what becomes of one voice, in a process of its own: it is called where there are several. */
export function oneVoiceCommand(): Command {
  return new Command('voice-one')
    .argument('<task>', 'the voice as JSON')
    .option('--json')
    .option('--parallel <number>', '', '1')
    .action(async (said: string, options: { json?: boolean; parallel: string }) => {
      const task = taskSchema.validateSync(JSON.parse(said));
      const make = (report: (share: number) => void, signal: AbortSignal) =>
        makeVoice(task, report, signal);
      await makeItems([{ name: basename(task.voice), make }], options);
    });
}

/** Hears a voice and makes what is wanted of it. @param report takes how much is done, 0 to 1 */
export async function makeVoice(
  { voice: path, options }: VoiceTask,
  report: (share: number) => void,
  signal: AbortSignal,
): Promise<Made> {
  return inTempFolder(async (folder) => {
    const opener = new FileOpener(folder, signal);
    const who = await characterOf(options, opener);
    try {
      const voice = await opener.voice(path);
      const beside = await scriptBeside(path);
      const words = beside === undefined ? '' : await readScriptText(beside);
      const script = words === '' ? null : await prepareScriptHere(words, options.language);
      const { track, notes } = await hearVoice(
        opener.pathOf(voice.working),
        script,
        channelFrom(options.channel),
      );
      const id = await opener.keepTrack(writeTrack(track));
      const name = basename(path, extname(path));
      const starter = starterScene({
        ...{ name, voice, memberId: 'speaker', lineId: 'line' },
        ...{ characterId: 'character', character: who.character },
      });
      const lines = withRecord(starter.lines, 'line', (line) => ({
        ...{ ...line, track: id, script: words.trim() },
      }));
      const scene: CarriedScene = {
        ...{ id: name, name, scene: { ...starter, lines } },
        characters: { character: who.character },
      };
      const films = wantedFilms([scene], options);
      const files: string[] = [];
      const said = [...notes];
      let isNew = false;
      for (const [at, { settings, output }] of films.entries()) {
        const again = options.again ?? false;
        const made = await filmOf(
          ...([scene, who.content, { settings, output, again }] as const),
          (share) => report((at + share) / films.length),
          signal,
        );
        files.push(...made.files);
        said.push(...(made.notes ?? []));
        isNew ||= !made.wasThere;
      }
      return { files, notes: said, wasThere: !isNew };
    } finally {
      who.close();
      opener.close();
    }
  });
}

interface Speaker {
  readonly character: Character;
  /** Where its drawings, and all else, are. */
  readonly content: KeptContent;
  close(): void;
}

/** Who speaks. Where nobody is named it is somebody who is never seen. */
async function characterOf(options: VoiceOptions, opener: FileOpener): Promise<Speaker> {
  const close = () => undefined;
  if (options.with === undefined) {
    const unseen = { media: '0'.repeat(64), width: 1, height: 1 };
    const character = characterFromTwoDrawings('Voice', unseen, unseen);
    return { character, content: opener, close };
  }
  if (options.in === undefined) {
    return { character: await opener.character(options.with), content: opener, close };
  }
  const file = await ProductionFile.open(options.in, basename(options.in));
  const characters = file.production.flatMap((one) =>
    isOfKind(one, 'character') ? [{ name: one.body.name, character: one.body }] : [],
  );
  const [found] = namesWanted(characters, [options.with], 'character');
  const content: KeptContent = {
    // A drawing is in the production, the voice beside it.
    media: (hash) => (opener.has(hash) ? opener.media(hash) : file.media(hash)),
    track: (hash) => opener.track(hash),
  };
  return { character: found!.character, content, close: () => file.close() };
}

/** @throws Problem that names the channels there are */
export function channelFrom(name: string): VoiceChannel {
  const found = VOICE_CHANNELS.find((one) => one === name);
  if (found) return found;
  throw new Problem(
    'bad-input',
    `The channel must be ${VOICE_CHANNELS.join(', ')}, not “${name}”.`,
  );
}
