/** The fonts that come with Cruvo, each in one weight that reads well over pictures. */
export const FONTS = ['figtree', 'bricolage', 'hand', 'noto'] as const;
export type FontName = (typeof FONTS)[number];

export const FONT_LABELS: Readonly<Record<FontName, string>> = {
  figtree: 'Figtree',
  bricolage: 'Bricolage Grotesque',
  hand: 'Patrick Hand',
  noto: 'Noto Sans (also Greek and Cyrillic)',
};

/** The files of a font, each with the letters of some scripts; what comes first is asked first. */
export const FONT_FILES = {
  figtree: ['figtree/files/figtree-latin-600', 'figtree/files/figtree-latin-ext-600'],
  bricolage: [
    'bricolage-grotesque/files/bricolage-grotesque-latin-700',
    'bricolage-grotesque/files/bricolage-grotesque-latin-ext-700',
    'bricolage-grotesque/files/bricolage-grotesque-vietnamese-700',
  ],
  hand: [
    'patrick-hand/files/patrick-hand-latin-400',
    'patrick-hand/files/patrick-hand-latin-ext-400',
    'patrick-hand/files/patrick-hand-vietnamese-400',
  ],
  noto: [
    'noto-sans/files/noto-sans-latin-600',
    'noto-sans/files/noto-sans-latin-ext-600',
    'noto-sans/files/noto-sans-vietnamese-600',
    'noto-sans/files/noto-sans-greek-600',
    'noto-sans/files/noto-sans-cyrillic-600',
    'noto-sans/files/noto-sans-cyrillic-ext-600',
  ],
} as const satisfies Readonly<Record<FontName, readonly string[]>>;

/** A file of a font, without what all of them begin and end with. */
export type FontFile = (typeof FONT_FILES)[FontName][number];
