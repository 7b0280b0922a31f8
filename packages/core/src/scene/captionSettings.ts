import { number, object, string, type Schema } from 'yup';
import { FONTS, type FontName } from '../lettering/fonts';
import { colorSchema } from '../color';

/** How what is said comes up: at once, or word by word as it is heard. */
export const CAPTION_APPEARS = ['whole', 'words'] as const;
export type CaptionAppears = (typeof CAPTION_APPEARS)[number];

/** Where captions stand that nobody placed. */
export const CAPTION_PLACES = ['bottom', 'top'] as const;
export type CaptionPlace = (typeof CAPTION_PLACES)[number];

/** How written words look on the stage. */
export interface LetteringLook {
  readonly font: FontName;
  /** Of an em, as a share of the stage's shorter side. */
  readonly size: number;
  /** #rrggbb. */
  readonly color: string;
  /** What lies beneath the words, #rrggbb; null: nothing, and the letters have an edge instead. */
  readonly ground: string | null;
  readonly appears: CaptionAppears;
}

/** What of a line is written on the stage. */
export const CAPTION_KINDS = ['none', 'caption', 'bubble'] as const;
export type CaptionKind = (typeof CAPTION_KINDS)[number];
export type ShownKind = Exclude<CaptionKind, 'none'>;

/** What is written on the stage in a scene, and how it looks. */
export interface CaptionSettings {
  /** What lines show that don't say it themselves. */
  readonly kind: CaptionKind;
  readonly caption: LetteringLook & { readonly place: CaptionPlace };
  readonly bubble: LetteringLook;
}

/** What of one line is written on the stage. */
export interface LineCaption {
  /** Null: what the scene says. */
  readonly kind: CaptionKind | null;
  /** Where its middle stands, in shares of the stage; null: where there is room. */
  readonly at: { readonly x: number; readonly y: number } | null;
}

export const USUAL_CAPTION: LineCaption = { kind: null, at: null };

export const USUAL_CAPTIONS: CaptionSettings = {
  kind: 'none',
  caption: {
    ...{ font: 'figtree', size: 0.055, color: '#ffffff', ground: '#1c2430' },
    ...{ appears: 'whole', place: 'bottom' },
  },
  bubble: { font: 'hand', size: 0.06, color: '#1c2430', ground: '#ffffff', appears: 'words' },
};

/** What a line shows: what it says itself, or else what the scene says. */
export function kindOfCaption(
  { caption }: { readonly caption: LineCaption },
  { kind }: Pick<CaptionSettings, 'kind'>,
): CaptionKind {
  return caption.kind ?? kind;
}

/** How large letters may be, in shares of the stage's shorter side. */
export const LETTER_SIZE = { least: 0.02, most: 0.2 } as const;

const look = () => ({
  font: string<FontName>().required().oneOf(FONTS),
  size: number().required().min(LETTER_SIZE.least).max(LETTER_SIZE.most),
  color: colorSchema(),
  ground: colorSchema().nullable().defined(),
  appears: string<CaptionAppears>().required().oneOf(CAPTION_APPEARS),
});

export const captionSettingsSchema = object({
  kind: string<CaptionKind>().required().oneOf(CAPTION_KINDS),
  caption: object({
    ...look(),
    place: string<CaptionPlace>().required().oneOf(CAPTION_PLACES),
  }),
  bubble: object(look()),
}) as unknown as Schema<CaptionSettings>;

const share = () => number().required().min(-1).max(2);

export const lineCaptionSchema = object({
  kind: string<CaptionKind>().oneOf(CAPTION_KINDS).nullable().defined(),
  at: object({ x: share(), y: share() }).nullable().defined(),
}) as unknown as Schema<LineCaption>;
