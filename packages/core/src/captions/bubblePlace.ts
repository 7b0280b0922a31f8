import { intersectionOf, type Box, type Point } from '../geometry';

interface Size {
  readonly width: number;
  readonly height: number;
}

/** What a bubble keeps clear of; stage units. */
export interface BubbleSurroundings {
  readonly stage: Size;
  /** How far it stays from the edges of the stage, and from who speaks. */
  readonly margin: number;
  /** Who speaks, and where the mouth is. */
  readonly speaker: Box;
  readonly mouth: Point;
  /** All faces, that of who speaks too. */
  readonly faces: readonly Box[];
  /** Everybody else. */
  readonly others: readonly Box[];
}

/** What is covered counts: faces most, then others, then the rest of who speaks. */
const COSTS = { face: 4, other: 1, speaker: 0.5 } as const;
/** Going far from the mouth costs as much as covering this share of the bubble, for one height of the speaker. */
const DISTANCE_COST = 0.25;

/** Where the middle of a bubble stands: beside or above the head, where it covers least. */
export function bubblePlace(size: Size, around: BubbleSurroundings): Point {
  const { speaker, mouth, margin } = around;
  const [halfWidth, halfHeight] = [size.width / 2, size.height / 2];
  const aside = halfWidth + 0.28 * speaker.width + margin;
  const above = speaker.y - halfHeight - margin;
  const beside = mouth.y - halfHeight - 0.2 * speaker.height;
  const places = [
    { x: mouth.x, y: above },
    { x: mouth.x - aside, y: beside },
    { x: mouth.x + aside, y: beside },
    { x: mouth.x - aside, y: above },
    { x: mouth.x + aside, y: above },
    ...[0, 1].flatMap((down) => {
      const y = mouth.y + down * (halfHeight + 0.15 * speaker.height);
      return [-aside, aside].map((x) => ({ x: mouth.x + x, y }));
    }),
  ].map((place) => onStage(place, size, around));
  const costs = places.map((place) => costOf(place, size, around));
  return places[costs.indexOf(Math.min(...costs))]!;
}

/** The nearest place at which a box is on the stage, with room to its edges. */
export function onStage(
  { x, y }: Point,
  { width, height }: Size,
  { stage, margin }: Pick<BubbleSurroundings, 'stage' | 'margin'>,
): Point {
  const inside = (middle: number, own: number, all: number) => {
    const least = margin + own / 2;
    return least > all / 2 ? all / 2 : Math.max(least, Math.min(all - least, middle));
  };
  return { x: inside(x, width, stage.width), y: inside(y, height, stage.height) };
}

function costOf(
  place: Point,
  { width, height }: Size,
  { speaker, mouth, faces, others }: BubbleSurroundings,
): number {
  const box = { x: place.x - width / 2, y: place.y - height / 2, width, height };
  const covered = (other: Box) => {
    const { width: across, height: down } = intersectionOf(box, other);
    return across * down;
  };
  const own = width * height;
  /** Of a face that is smaller than the bubble it counts how much of the face is covered. */
  const smaller = (box: Box) => Math.min(own, box.width * box.height);
  const sum = (boxes: readonly Box[], whole: (box: Box) => number = () => own) =>
    boxes.reduce((all, box) => all + covered(box) / Math.max(1, whole(box)), 0);
  const away = Math.hypot(place.x - mouth.x, place.y - mouth.y) / speaker.height;
  return (
    COSTS.face * sum(faces, smaller) +
    COSTS.speaker * sum([speaker]) +
    COSTS.other * sum(others) +
    DISTANCE_COST * away
  );
}
