import { boundsOfPart } from '../character/bounds';
import { partsOfEyes } from '../character/eyes';
import { CaptionedLine, type SpeakerPlace } from '../captions';
import { grow, mappedBox, unionOf, type Box, type Point } from '../geometry';
import type { FontName } from '../lettering/fonts';
import type { Typeface } from '../lettering/typeface';
import { partsOfMouth } from '../mouth/mouthRig';
import { kindOfCaption } from '../scene/captionSettings';
import { linesOf, type Scene } from '../scene/scene';
import { trackOfLine } from '../scene/shapeLine';
import type { VoiceTrack } from '../speech/voiceTrack';
import type { MemberProgram } from './memberProgram';
import { reuse, type Memo } from './memo';

/** Fonts that are there to write with. */
export type Typefaces = ReadonlyMap<FontName, Typeface>;

/** What is written of the lines of a scene, the earlier ones first; those that show nothing are left out. */
export type CaptionsProgram = ReadonlyMap<string, Memo<CaptionedLine>>;

/** The fonts that a scene writes in. */
export function fontsOf(scene: Scene): FontName[] {
  const { captions } = scene;
  const kinds = new Set(linesOf(scene).map((line) => kindOfCaption(line, captions)));
  const used = (['caption', 'bubble'] as const).filter((kind) => kinds.has(kind));
  return [...new Set(used.map((kind) => captions[kind].font))];
}

/** Makes ready what is written on the stage, as far as its fonts are there. */
export function compileCaptions(
  scene: Scene,
  members: readonly MemberProgram[],
  tracks: ReadonlyMap<string, VoiceTrack>,
  typefaces: Typefaces,
  before: CaptionsProgram | undefined,
): CaptionsProgram {
  const { captions: settings, stage } = scene;
  const standing = members.flatMap(({ member, character }) => [member, character]);
  return new Map(
    linesOf(scene).flatMap((line) => {
      const kind = kindOfCaption(line, settings);
      const row = scene.rows[line.row]!;
      if (kind === 'none' || row.muted || line.script === '') return [];
      const typeface = typefaces.get(settings[kind].font);
      if (!typeface) return [];
      const track = trackOfLine(line, tracks);
      // Only a bubble must know where everybody stands.
      const around = kind === 'bubble' ? standing : NOBODY;
      const inputs = [line, track, settings, stage, typeface, row.target, ...around];
      const place = () => speakerPlace(members, row.target, stage);
      return [
        [
          line.id,
          reuse(
            before?.get(line.id),
            inputs,
            () => new CaptionedLine({ line, kind, track, settings, stage, typeface, place }),
          ),
        ] as const,
      ];
    }),
  );
}

const NOBODY: readonly unknown[] = [];

/** How far a face reaches beyond its eyes and its mouth, in shares of what they cover. */
const FACE_ROOM = 0.25;

function speakerPlace(
  members: readonly MemberProgram[],
  id: string,
  stage: { readonly width: number; readonly height: number },
): SpeakerPlace {
  const onStage = members.filter(({ member }) => !member.hidden);
  const own = onStage.find(({ member }) => member.id === id);
  const others = onStage.filter((one) => one !== own).map(boxOf);
  const faces = onStage.flatMap((one) => faceOf(one) ?? []);
  if (!own) {
    const mouth = { x: stage.width / 2, y: stage.height / 2 };
    return { speaker: { ...mouth, width: 0, height: 1 }, mouth, faces, others, seen: false };
  }
  const speaker = boxOf(own);
  const mouth = middleOf(mouthOf(own) ?? { ...speaker, height: 0 });
  return { speaker, mouth, faces, others, seen: true };
}

function middleOf({ x, y, width, height }: Box): Point {
  return { x: x + width / 2, y: y + height / 2 };
}

/** What the eyes and the mouth cover, and somewhat more. */
function faceOf(own: MemberProgram): Box | null {
  const { eyes } = own.character;
  const box = unionOf([
    ...partsOfEyes(eyes).flatMap((part) => partBox(own, part) ?? []),
    ...[mouthOf(own) ?? []].flat(),
  ]);
  return box && grow(box, FACE_ROOM * Math.max(box.width, box.height));
}

function boxOf({ place, character: { width, height } }: MemberProgram): Box {
  return mappedBox(place, { x: 0, y: 0, width, height });
}

function mouthOf(own: MemberProgram): Box | null {
  const { mouth } = own.character;
  if (!mouth) return null;
  return unionOf(partsOfMouth(mouth).flatMap((part) => partBox(own, part) ?? []));
}

/** What a part covers as drawn. */
function partBox({ place, character }: MemberProgram, part: string): Box | null {
  const box = boundsOfPart(character, part);
  return box && mappedBox(place, box);
}
