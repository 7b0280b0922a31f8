import { randomUUID } from 'node:crypto';
import { basename, extname } from 'node:path';
import { isOfKind, type CarriedDocument } from '@cruvo/core/document';
import { Problem } from '@cruvo/core/problem';
import { nextName } from '@cruvo/core/records';
import {
  castOf,
  emptyScene,
  endOf,
  linesOf,
  rowOfMember,
  wholeLine,
  withLines,
  withMember,
  type Scene,
} from '@cruvo/core/scene';
import { writeTrack } from '@cruvo/core/speech';
import { toFlicks } from '@cruvo/core/time';
import { prepareScriptHere } from '@cruvo/media/speech';
import { hearVoice } from '../material/hearVoice';
import { namesWanted } from '../material/namesWanted';
import { readScriptText, scriptBeside } from '../material/scriptFile';
import type { ImportTarget } from './target';

/** Room between lines that are brought in, seconds. */
const ROOM = 0.4;

/** Makes a character of artwork, or brings a saved one in. @returns what there is to know of it */
export async function bringCharacter(path: string, target: ImportTarget): Promise<string> {
  const character = await target.opener.character(path);
  const taken = charactersIn(await target.documents()).map(({ body }) => body.name);
  const body = { ...character, name: nextName(character.name, taken) };
  await target.put({ id: randomUUID(), kind: 'character', body });
  return `It is the character “${body.name}” now.`;
}

/** Which line a voice becomes. */
export interface LineWish {
  /** Name of the scene; it is made where there is none. */
  readonly scene: string;
  /** Name of the character who speaks. */
  readonly by: string;
  readonly language: string;
}

/** Makes a voice the last line of a scene. @returns what there is to know of it */
export async function bringLine(
  path: string,
  { scene: sceneName, by, language }: LineWish,
  target: ImportTarget,
): Promise<readonly string[]> {
  const { opener } = target;
  const voice = await opener.voice(path);
  const beside = await scriptBeside(path);
  const script = beside === undefined ? '' : (await readScriptText(beside)).trim();
  const prepared = script === '' ? null : await prepareScriptHere(script, language);
  const { track, notes } = await hearVoice(await target.pathOfVoice(voice.working), prepared);
  const heard = await opener.keepTrack(writeTrack(track));

  const documents = await target.documents();
  const { id, body } = sceneCalled(sceneName, documents);
  const peopled = withSpeaker(body, by, documents);
  const last = Math.max(0, ...linesOf(peopled.scene).map((line) => endOf(line) + toFlicks(ROOM)));
  const line = wholeLine({
    ...{ id: randomUUID(), row: peopled.row, voice },
    ...{ name: basename(path, extname(path)), start: last },
  });
  const added = withLines(peopled.scene, [{ ...line, script, language, track: heard }]);
  await target.put({ id, kind: 'scene', body: added });
  return notes;
}

/** The scene of a name, or a new one. */
function sceneCalled(
  name: string,
  documents: readonly CarriedDocument[],
): { readonly id: string; readonly body: Scene } {
  const scenes = documents.flatMap((one) => (isOfKind(one, 'scene') ? [one] : []));
  return (
    scenes.find(({ body }) => body.name.toLowerCase() === name.toLowerCase()) ?? {
      id: randomUUID(),
      // As long as its lines.
      body: emptyScene(name, toFlicks(0.1)),
    }
  );
}

/** A scene in which a character stands, and the row of its lines. @throws Problem where there is no such character */
function withSpeaker(
  scene: Scene,
  by: string,
  documents: readonly CarriedDocument[],
): { readonly scene: Scene; readonly row: string } {
  const characters = charactersIn(documents).map((one) => ({ ...one, name: one.body.name }));
  const [who] = namesWanted(characters, [by], 'character');
  const member = castOf(scene).find(({ character }) => character === who!.id);
  if (member) return { scene, row: rowOf(scene, member.id) };
  const id = randomUUID();
  const peopled = withMember(scene, {
    ...{ id, character: who!.id, name: who!.name, size: who!.body },
  });
  return { scene: peopled, row: rowOf(peopled, id) };
}

function rowOf(scene: Scene, member: string): string {
  const row = rowOfMember(scene, member);
  if (row !== null) return row;
  throw new Problem('bad-input', `There is no row for lines in the scene “${scene.name}”.`);
}

function charactersIn(documents: readonly CarriedDocument[]) {
  return documents.flatMap((one) => (isOfKind(one, 'character') ? [one] : []));
}
