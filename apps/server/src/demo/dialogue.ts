import { readdir } from 'node:fs/promises';
import type { Character } from '@cruvo/core/character';
import { withPerformance } from '@cruvo/core/performance';
import { inTable } from '@cruvo/core/records';
import {
  backdropOf,
  emptyScene,
  linesOf,
  nameOfFile,
  newLines,
  standing,
  USUAL_PERFORMANCE,
  withLength,
  withLines,
  type CastMember,
  type Line,
  type Row,
  type Scene,
} from '@cruvo/core/scene';
import { readScriptParts } from '@cruvo/core/speech';
import { toFlicks } from '@cruvo/core/time';
import { withFog } from './reacting';
import { demoArtwork, demoFile, demoText, demoVoice, hear, type SeedServices } from './files';

/** A character's document. */
interface Cast {
  readonly id: string;
  readonly body: Character;
}

/** Quiet before the first line, between two, and after the last. */
const BEFORE = toFlicks(0.5);
const BETWEEN = toFlicks(0.35);
const AFTER = toFlicks(1);

/** Where everybody stands, back to front: the lantern hangs between the two who talk. */
const PLACES: Readonly<Record<string, Pick<CastMember, 'x' | 'y' | 'scale'>>> = {
  Wick: { x: 985, y: 470, scale: 0.36 },
  Corrigan: { x: 1430, y: 1010, scale: 0.86 },
  Isbel: { x: 480, y: 1120, scale: 0.78 },
};

/** How calm each of them is: Corrigan takes his time. */
const CALM: Readonly<Record<string, number>> = { wick: 0.4, corrigan: 0.8, isbel: 0.35 };

/** The demo's second scene: Isbel and Corrigan wait for fog on the jetty, and Wick glows. */
export async function fogDialogue(
  services: SeedServices,
  characters: readonly Cast[],
): Promise<Scene> {
  const cast = Object.keys(PLACES).map((name) => {
    const { id, body } = characters.find((one) => one.body.name === name)!;
    const member = standing({ id: name.toLowerCase(), character: id, ...PLACES[name]! });
    return { member, name: body.name, body };
  });
  const empty = emptyScene('Waiting for the fog');
  const peopled: Scene = {
    ...empty,
    backdrop: {
      ...backdropOf('Jetty', await demoArtwork(services, 'fog/jetty.svg'), empty.stage),
      front: ['reeds in front'],
    },
    cast: inTable<CastMember>(cast.map(({ member }) => member)),
    // Who speaks first stands at the top.
    rows: inTable<Row>(
      [...cast]
        .reverse()
        .map(({ member: { id } }) => ({ id, kind: 'dialogue', target: id, muted: false })),
    ),
  };
  const files = (await readdir(demoFile('fog'))).filter((file) => file.endsWith('.flac')).sort();
  const voices = await Promise.all(
    files.map(async (file) => ({
      ...{ id: nameOfFile(file).replace(' ', '-'), name: nameOfFile(file), script: null },
      voice: await demoVoice(services, `fog/${file}`),
    })),
  );
  const script = readScriptParts(await demoText('fog/dialogue.txt'));
  const called = cast.map(({ member, name }) => ({ id: member.id, name }));
  const newId = () => crypto.randomUUID();
  const place = { scene: peopled, cast: called, member: 'isbel', newId };
  const { lines } = newLines(voices, script, place, BEFORE, BETWEEN);
  const heard: Line[] = [];
  for (const line of lines) {
    const { working } = line.voice!;
    heard.push({ ...line, track: await hear(services, working, line.script) });
  }
  const spoken = withLines(peopled, heard);
  const whole = withLength(
    spoken,
    Math.max(...linesOf(spoken).map((line) => line.start + line.length)) + AFTER,
  );
  const foggy = withFog(whole, fogOf(whole), 'wick');
  return cast.reduce((scene, { member: { id }, body }, at) => {
    const calm = CALM[id]!;
    return withPerformance(scene, id, body, { ...USUAL_PERFORMANCE, calm, seed: at + 1 });
  }, foggy);
}

/** The part of the backdrop that is the fog. */
function fogOf({ backdrop }: Scene): string {
  return Object.values(backdrop!.parts).find(({ name }) => name === 'fog bank')!.id;
}
