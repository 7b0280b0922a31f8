import type { FrameItem, VectorShape } from '../frame';
import type { Matrix, Point } from '../geometry';
import type { BentMesh } from '../mesh';

/** What moves a part away from its rest. */
export interface PartPose {
  /** Moves it, and all that it holds, in units of the artwork. */
  readonly move?: Matrix;
  /** Seen or not, whatever it is at rest. */
  readonly hidden?: boolean;
  /** A share of its own opacity. */
  readonly opacity?: number;
  /** Which of the parts inside is seen, where only one is at a time. */
  readonly shows?: string;
  /** Another of them that is still seen, and how much of it, 0 to 1; the one that is shown lacks as much. */
  readonly fading?: { readonly part: string; readonly share: number };
  /** Where the part that holds it seems to stand, where something else carries it: maps the artwork as drawn. */
  readonly carried?: Matrix;
  /** How its own drawing is bent, in units of the artwork as drawn. */
  readonly bend?: BentMesh;
  /** Painted behind all that lies beside it in its group. */
  readonly behind?: boolean;
  /** Colours that are laid over it, and its shine. */
  readonly light?: Light;
  /** What is painted in its place. */
  readonly content?: PartContent;
}

/** What light does to a part. Colours as #rrggbb, amounts 0 to 1. */
export interface Light {
  readonly tint: { readonly color: string; readonly amount: number } | null;
  /** Towards white up to 1, towards black down to -1. */
  readonly brighten: number;
  readonly glow: { readonly color: string; readonly amount: number } | null;
}

export type PartContent = SplitContent | ShapesContent;

/** How a drawing is split along a line: its sides are moved away from it, by most in the middle. */
export interface Split {
  /** The ends of the line, in units of the artwork. */
  readonly from: Point;
  readonly to: Point;
  /** How far the sides are moved, units of the artwork: up for the upper one, down for the lower. */
  readonly upper: number;
  readonly lower: number;
  /** How far what is split curves away from the line, down, at even steps along it; units of the artwork. None: not at all. */
  readonly curve: readonly number[];
  /** How round the opening is: 0 opens evenly up to the ends, 1 most in the middle. */
  readonly softness: number;
  readonly inside: Inside;
}

/** The part itself, split. */
export interface SplitContent extends Split {
  readonly kind: 'split';
}

/** What is seen between the sides of a split part. Colours as #rrggbb. */
export type Inside =
  | { readonly kind: 'color'; readonly color: string }
  /** From the upper side to the lower. */
  | { readonly kind: 'gradient'; readonly top: string; readonly bottom: string }
  /** What another part shows, mostly a hidden one: teeth and tongue as somebody drew them. */
  | { readonly kind: 'part'; readonly part: string };

/** Shapes in units of the artwork, over the part or instead of it. */
export interface ShapesContent {
  readonly kind: 'shapes';
  /** Whether they are painted instead of the part, or over it. */
  readonly replaces: boolean;
  /** Shapes that are seen through an opening (SVG path data); null where it is shut. */
  readonly opening: { readonly path: string; readonly shapes: readonly VectorShape[] } | null;
  /** In front of the opening. */
  readonly shapes: readonly VectorShape[];
}

/** A part whose content is painted in its place, as it stands in a frame. */
export interface ContentPlace {
  /** What the ids of the items begin with. */
  readonly id: string;
  /** What the part would paint by itself. */
  readonly items: readonly FrameItem[];
  /** Maps units of the artwork, as the part stands now, onto the stage. */
  readonly place: Matrix;
  /** What another part paints, hidden or not, as if it lay beside this one. */
  readonly paint: (part: string) => readonly FrameItem[];
}

/** What moves a character's parts at one time, by their ids. */
export type Pose = ReadonlyMap<string, PartPose>;

export const AT_REST: Pose = new Map();
