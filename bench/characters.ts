import {
  type Artwork,
  plainLayer,
  type ArtworkLayer,
  type Character,
  characterFromArtwork,
  possibleMouths,
} from '@cruvo/core/character';
import { MOUTH_DARK, type MouthKind, type MouthRig, lipsFrom } from '@cruvo/core/mouth';
import { type SceneMaterial, compile } from '@cruvo/core/program';
import { readArtwork } from '@cruvo/media/artwork';
import { keeperIn, type DemoScene, type PaintedScene } from './demoScene';
import { emitterOf } from '@cruvo/core/particles';
import { linesOf, standing, withEmitter, type CastMember, type Row } from '@cruvo/core/scene';
import { inTable } from '@cruvo/core/records';

const FACE = new URL('../apps/web/public/templates/face.svg', import.meta.url).pathname;
const followers = [] as const;

/** The demo's line said by the template face with each kind of mouth. */
export async function facesOf(demo: DemoScene): Promise<ReadonlyMap<MouthKind, PaintedScene>> {
  const pictures = new Map(demo.pictures);
  const keep = keeperIn(pictures);
  const artwork = await readArtwork([{ path: FACE, name: 'face.svg' }], {
    keep,
    report: () => undefined,
  });
  const face = characterFromArtwork('Face', artwork);
  const rigs = new Map<MouthKind, MouthRig>([...possibleMouths(face), ...handMade()]);
  return new Map(
    [...rigs].map(([kind, mouth]) => {
      const material = withCast(demo, [{ ...face, mouth }]);
      return [kind, { material, program: compile(material), pictures }];
    }),
  );
}

function handMade(): [MouthKind, MouthRig][] {
  const [left, right, bottom] = [
    { x: 330, y: 570 },
    { x: 470, y: 570 },
    { x: 400, y: 600 },
  ] as const;
  const inside = { kind: 'color', color: MOUTH_DARK } as const;
  const cut = { upper: 8, lower: 50, curve: [], softness: 0.4, inside };
  return [
    ['lips', { ...lipsFrom({ part: 'mouth', replaces: true }, left, right, bottom), followers }],
    ['cut', { kind: 'cut', part: 'mouth', from: left, to: right, ...cut, followers }],
    [
      'jaw',
      { kind: 'jaw', part: 'head', hinge: left, turn: 0.1, slide: { x: 0, y: 20 }, followers },
    ],
  ];
}

/** A scene in a snowstorm and a downpour, with about 3,000 particles in the air. */
export function inWeather({ material, pictures }: PaintedScene): PaintedScene {
  const { stage } = material.scene;
  const snow = { ...emitterOf('snow', stage, 1), rate: 115 };
  const rain = { ...emitterOf('downpour', stage, 2), rate: 870 };
  const emitters = withEmitter(withEmitter({}, 'snow', snow), 'rain', rain);
  const scene = { ...material.scene, emitters };
  const stormy = { ...material, scene };
  return { material: stormy, program: compile(stormy), pictures };
}

/** Five characters of so many parts each, all speaking the demo's line. */
export function crowdOf(demo: DemoScene, parts: number): PaintedScene {
  const pictures = new Map(demo.pictures);
  const layers = Array.from({ length: parts - 3 }, (_, at): ArtworkLayer =>
    blob(`part ${at} here`, at),
  );
  const mouth: ArtworkLayer = { ...group('mouth'), layers: [blob('rest', 1), blob('ah', 2)] };
  const artwork: Artwork = {
    width: 800,
    height: 900,
    layers: [...layers, mouth],
    notes: [],
    flat: null,
  };
  const one = characterFromArtwork('One', artwork);
  const material = withCast(demo, new Array<Character>(5).fill(one));
  return { material, program: compile(material), pictures };

  function blob(name: string, at: number): ArtworkLayer {
    const media = `blob ${at % 24}`;
    pictures.set(media, svgOf(at % 24));
    const place = { x: (at * 97) % 700, y: (at * 61) % 800, width: 100, height: 100 };
    return { ...group(name), drawing: { kind: 'vector', media, ...place } };
  }
}

const group = (name: string): ArtworkLayer => plainLayer(name, null);

const svgOf = (at: number) =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100"><path d="M5 50C5 ${at} 95 0 95 50S5 ${99 - at} 5 50Z" fill="#${(0x334455 + at * 0x070503).toString(16)}" stroke="#202020" stroke-width="3"/></svg>`;

/** The demo's scene with other characters in it, side by side, each with the demo's line. */
function withCast({ material }: DemoScene, cast: readonly Character[]): SceneMaterial {
  const { scene, tracks } = material;
  const [line] = linesOf(scene);
  const members = cast.map((character, at) =>
    standing({
      id: `member ${at}`,
      character: `character ${at}`,
      x: ((at + 1) * scene.stage.width) / (cast.length + 1),
      y: scene.stage.height,
      scale: scene.stage.height / character.height,
    }),
  );
  return {
    scene: {
      ...scene,
      cast: inTable<CastMember>(members),
      rows: inTable<Row>(
        members.map(({ id }) => ({ id, kind: 'dialogue', target: id, muted: false })),
      ),
      lines: Object.fromEntries(members.map(({ id }) => [id, { ...line!, id, row: id }])),
    },
    characters: new Map(cast.map((character, at) => [`character ${at}`, character])),
    tracks,
  };
}
