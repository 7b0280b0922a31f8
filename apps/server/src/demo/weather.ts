import type { Character } from '@cruvo/core/character';
import { emitterOf, type Emitter } from '@cruvo/core/particles';
import { withPerformance } from '@cruvo/core/performance';
import { withReaction, type SceneReaction } from '@cruvo/core/reactions';
import {
  backdropOf,
  emptyScene,
  LIGHT,
  newLines,
  STAGE,
  standing,
  USUAL_PERFORMANCE,
  WIND,
  withBurst,
  withEmitter,
  withLength,
  withLines,
  type CastMember,
  type Row,
  type Scene,
} from '@cruvo/core/scene';
import { readScriptParts } from '@cruvo/core/speech';
import { inTable } from '@cruvo/core/records';
import { toFlicks } from '@cruvo/core/time';
import { withSolidMember } from './falling';
import { demoArtwork, demoText, demoVoice, hear, type SeedServices } from './files';

/** Seconds at which the sea breaks over the jetty. */
const WAVES = [0.8, 3.1, 5.2];
const MEMBER = 'corrigan';
const FILE = '02 corrigan';

/** The part of a backdrop with a name. */
const layerOf = ({ backdrop }: Scene, wanted: string) =>
  Object.values(backdrop!.parts).find(({ name }) => name === wanted)!.id;

/** Drizzle outside a window of the lamp room. */
export function withDrizzle(scene: Scene): Scene {
  const drizzle: Omit<Emitter, 'id' | 'order'> = {
    ...emitterOf('drizzle', scene.stage, 3),
    rate: 170,
    depth: { kind: 'layer', part: layerOf(scene, 'window') },
    source: { kind: 'line', from: { x: 170, y: 110 }, to: { x: 1750, y: 110 } },
  };
  const within = {
    ...drizzle.style,
    // Gone before the sill.
    ...{ life: { mean: 0.64, spread: 0.05 }, fadeIn: 0.1, fadeOut: 0.2 },
    meeting: 'nothing',
  } as const;
  return {
    ...scene,
    emitters: withEmitter(scene.emitters, 'drizzle', { ...drizzle, style: within }),
  };
}

/** Corrigan in a storm: rain that gusts of wind drive over the jetty, and spray as the waves break. */
export async function stormScene(
  services: SeedServices,
  corrigan: { readonly id: string; readonly body: Character },
): Promise<Scene> {
  const empty = emptyScene('Storm over the jetty', toFlicks(7));
  const member = standing({
    ...{ id: MEMBER, character: corrigan.id },
    ...{ x: 1180, y: 1060, scale: 0.96 },
  });
  const peopled: Scene = {
    ...empty,
    backdrop: {
      ...backdropOf('Jetty', await demoArtwork(services, 'fog/jetty.svg'), empty.stage),
      front: ['reeds in front'],
    },
    cast: inTable<CastMember>([member]),
    rows: inTable<Row>([{ id: MEMBER, kind: 'dialogue', target: MEMBER, muted: false }]),
    physics: { ...empty.physics, wind: -0.3 },
  };
  const voice = await demoVoice(services, `fog/${FILE}.flac`);
  const place = {
    scene: peopled,
    cast: [{ id: MEMBER, name: corrigan.body.name }],
    member: MEMBER,
    newId: () => crypto.randomUUID(),
  };
  const voices = [{ id: FILE.replace(' ', '-'), name: FILE, script: null, voice }];
  const script = readScriptParts(await demoText('fog/dialogue.txt'));
  const { lines } = newLines(voices, script, place, toFlicks(1), 0);
  const [line] = lines;
  const track = await hear(services, voice.working, line!.script);
  const spoken = withLength(withLines(peopled, [{ ...line!, track }]), empty.length);
  const { stage } = spoken;
  const weather = withEmitter(
    withEmitter(spoken.emitters, 'rain', { ...emitterOf('downpour', stage, 1), burst: 0 }),
    'spray',
    { ...emitterOf('spray', stage, 2), name: 'Waves break', rate: 0 },
  );
  const wet = WAVES.reduce<Scene>(
    (scene, time) => withBurst(scene, 'spray', toFlicks(time), 'waves'),
    { ...spoken, emitters: weather },
  );
  const hit = await withSolidMember(services, wet, MEMBER, corrigan.body);
  return withPerformance(
    { ...hit, reactions: stormReactions(hit) },
    MEMBER,
    corrigan.body,
    USUAL_PERFORMANCE,
  );
}

/** Gusts in the wind, and a dark sky that flickers with them. */
function stormReactions({ reactions }: Scene) {
  const usual = { member: STAGE, low: null, high: null, stretch: null } as const;
  const added = { mix: 'add', weight: 1, muted: false, shaping: [] } as const;
  const gusts = withReaction<SceneReaction>(reactions, {
    ...{ ...usual, ...added, id: 'gusts', name: 'The wind gusts' },
    signal: { kind: 'noise', period: 1.6, seed: 3 },
    targets: [{ control: WIND, amount: -0.35 }],
  });
  return withReaction<SceneReaction>(gusts, {
    ...{ ...usual, ...added, id: 'dusk', name: 'Dark clouds pass' },
    signal: { kind: 'noise', period: 5, seed: 8 },
    targets: [{ control: LIGHT, amount: -0.4 }],
  });
}
