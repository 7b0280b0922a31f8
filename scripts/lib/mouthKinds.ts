import { readFileSync } from 'node:fs';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import {
  type Character,
  boundsOfPart,
  characterFromArtwork,
  itemsOf,
  partsOf,
  possibleMouths,
} from '@cruvo/core/character';
import { IDENTITY, fitInside, grow, multiply, translation } from '@cruvo/core/geometry';
import { DEFAULT_FIT, type MouthRig, lipsFrom } from '@cruvo/core/mouth';
import { Player, SPEAKER, compile, spokenScene } from '@cruvo/core/program';
import { ENGLISH, VISEME_NAMES, type VoiceTrack } from '@cruvo/core/speech';
import { toFlicks } from '@cruvo/core/time';
import { canvasOf, loadImages, nodePainter } from '@cruvo/film/images';
import { readArtwork } from '@cruvo/media/artwork';
import { prepareScriptHere } from '@cruvo/media/speech';
import { analyseWorkingVoice } from '@cruvo/media/voice';
import { demoScene } from '../../bench/demoScene';

const STARTERS = new URL('../../demo/saltmarsh/', import.meta.url);
const TEMPLATES = new URL('../../apps/web/public/templates/', import.meta.url);
/** Sounds of the line that are shown. */
const SHOWN = [0, 1, 2, 10, 12, 14] as const;
/** Pixels. */
const CELL = { width: 170, height: 130 } as const;
const HEAD = 34;
const SIDE = 76;

type Change = (character: Character) => MouthRig;
const kind =
  (wanted: MouthRig['kind']): Change =>
  (character) =>
    possibleMouths(character).get(wanted)!;
const followers = [] as const;

/** One character for each kind of mouth. */
const KINDS: readonly (readonly [title: string, folder: URL, file: string, rig: Change])[] = [
  ['Two drawings', STARTERS, 'wick.svg', kind('two')],
  ['Steps', TEMPLATES, 'face.svg', kind('steps')],
  ['Full chart', STARTERS, 'isbel.svg', kind('chart')],
  ['Strip', TEMPLATES, 'face.svg', kind('strip')],
  [
    'Cut drawing',
    TEMPLATES,
    'face.svg',
    () => ({
      kind: 'cut',
      part: 'mouth',
      ...{ from: { x: 334, y: 570 }, to: { x: 466, y: 570 } },
      ...{ upper: 8, lower: 62, curve: [], softness: 0.4 },
      inside: { kind: 'gradient', top: '#3a1210', bottom: '#b0413a' },
      followers,
    }),
  ],
  [
    'Drawn lips',
    TEMPLATES,
    'bare-face.svg',
    (character) => ({
      ...lipsFrom(
        { part: partsOf(character).at(-1)!.id, replaces: false },
        { x: 330, y: 568 },
        { x: 470, y: 568 },
        { x: 400, y: 598 },
      ),
      followers,
    }),
  ],
  ['Jaw', STARTERS, 'corrigan.svg', kind('jaw')],
];

/** All kinds of mouth side by side, saying the same line: a column for each, a row for each sound. PNG. */
export async function mouthKindsPicture(): Promise<Buffer> {
  const track = await demoTrack();
  const canvas = createCanvas(SIDE + KINDS.length * CELL.width, HEAD + SHOWN.length * CELL.height);
  const context = canvas.getContext('2d');
  context.fillStyle = '#fbfaf6';
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.fillStyle = '#1d2b28';
  context.font = '600 15px sans-serif';
  SHOWN.forEach((viseme, row) => {
    const name = viseme === 0 ? 'silence' : VISEME_NAMES[viseme]!;
    context.fillText(name, 8, HEAD + (row + 0.5) * CELL.height);
  });
  for (const [column, [title, folder, file, rigOf]] of KINDS.entries()) {
    context.fillText(title, SIDE + column * CELL.width + 8, 22);
    const cells = await cellsOf(new URL(file, folder).pathname, rigOf, track);
    for (const [row, cell] of cells.entries()) {
      const image = await loadImage(cell);
      context.drawImage(image, SIDE + column * CELL.width, HEAD + row * CELL.height);
    }
  }
  return canvas.encode('png');
}

async function cellsOf(path: string, rigOf: Change, track: VoiceTrack): Promise<Buffer[]> {
  const kept = new Map<string, Buffer>();
  const artwork = await readArtwork([{ path, name: path }], {
    keep: async (bytes) => {
      const media = String(kept.size);
      kept.set(media, bytes);
      return media;
    },
    report: () => undefined,
  });
  const plain = characterFromArtwork('it', artwork);
  const mouth = rigOf(plain);
  const character = { ...plain, mouth };
  const images = await loadImages(Object.values(character.drawings), async (media) =>
    kept.get(media)!,
  );
  const around = mouth.kind === 'lips' ? null : boundsOfPart(character, mouth.part);
  const box = grow(around ?? { x: 320, y: 540, width: 160, height: 90 }, 24);
  const player = new Player(compile(spokenScene(character, track)));
  return Promise.all(
    SHOWN.map((viseme) => {
      // The picture leads the sound.
      const time = toFlicks(middleOf(track, viseme) - DEFAULT_FIT.leadSeconds);
      const pose = player.poseAt(SPEAKER, time);
      const size = { width: CELL.width - 6, height: CELL.height - 6 };
      const view = multiply(fitInside(box, size), translation(-box.x, -box.y));
      const items = itemsOf(character, IDENTITY, pose);
      return canvasOf(nodePainter.paintItems(items, images, view, size), size).encode('png');
    }),
  );
}

/** The middle of the longest time that a sound is said, seconds. */
function middleOf(track: VoiceTrack, viseme: number): number {
  const said = track.sounds.filter((sound) => sound.viseme === viseme);
  const [longest] = said.sort((a, b) => b.end - b.start - (a.end - a.start));
  return longest ? (longest.start + longest.end) / 2 : 0;
}

async function demoTrack(): Promise<VoiceTrack> {
  const { voicePath } = await demoScene();
  const text = readFileSync(new URL('isbel-bulletin.txt', STARTERS), 'utf8').trim();
  const script = await prepareScriptHere(text, ENGLISH, []);
  return analyseWorkingVoice(voicePath, { script, channel: 'both' });
}
