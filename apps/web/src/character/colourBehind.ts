import {
  type Character,
  type Drawing,
  boundsOfPart,
  freeName,
  partsOf,
  withPartList,
  plainPart,
} from '@cruvo/core/character';
import { MOUTH_DARK, type MouthRig } from '@cruvo/core/mouth';
import { Problem } from '@cruvo/core/problem';
import { sendArtwork } from '../api/artwork';

/** Of the mouth's size: how large the colour is when the mouth is shut. */
const SHUT = { width: 0.35, height: 0.12 } as const;
/** How much it grows till the mouth is wide open. */
const GROWS = 2.4;

/** A character with a coloured oval right behind its mouth, which grows as the mouth opens. */
export async function withColourBehind(character: Character, rig: MouthRig): Promise<Character> {
  const box = boundsOfPart(character, rig.part) ?? { x: 0, y: 0, ...character };
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  const [width, height] = [box.width * SHUT.width, box.height * SHUT.height];
  const drawing = await ovalDrawing(character, { ...middle, width, height });
  const taken = new Set(partsOf(character).map(({ id }) => id));
  const id = freeName('colour behind the mouth', taken);
  const at = partsOf(character).findIndex((part) => part.id === rig.part);
  const { parent } = partsOf(character)[at]!;
  const part = plainPart({ id, name: id, parent, drawing: id, pivot: middle });
  const follower = { part: id, x: 0, y: 0, turn: 0, scale: GROWS, pivot: middle };
  const parts = [...partsOf(character).slice(0, at), part, ...partsOf(character).slice(at)];
  return {
    ...withPartList(character, parts),
    drawings: { ...character.drawings, [id]: drawing },
    mouth: { ...rig, followers: [...rig.followers, follower] },
  };
}

/** An oval, kept as all drawings are: it comes in as artwork. */
async function ovalDrawing(
  page: { readonly width: number; readonly height: number },
  { x, y, width, height }: { x: number; y: number; width: number; height: number },
): Promise<Drawing> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${page.width} ${page.height}"><g id="colour"><ellipse cx="${x}" cy="${y}" rx="${width / 2}" ry="${height / 2}" fill="${MOUTH_DARK}"/></g></svg>`;
  const file = new File([svg], 'colour.svg');
  const options = { onProgress: () => undefined, signal: new AbortController().signal };
  const sent = await sendArtwork([file], options);
  const drawing = sent.kind === 'artwork' ? sent.artwork.layers[0]?.drawing : null;
  if (!drawing) throw new Problem('unavailable', 'The colour could not be kept. Try again.');
  return drawing;
}
