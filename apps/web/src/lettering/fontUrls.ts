import figtreeLatin600 from '@fontsource/figtree/files/figtree-latin-600-normal.woff?url';
import figtreeLatinExt600 from '@fontsource/figtree/files/figtree-latin-ext-600-normal.woff?url';
import bricolageGrotesqueLatin700 from '@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-700-normal.woff?url';
import bricolageGrotesqueLatinExt700 from '@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-ext-700-normal.woff?url';
import bricolageGrotesqueVietnamese700 from '@fontsource/bricolage-grotesque/files/bricolage-grotesque-vietnamese-700-normal.woff?url';
import patrickHandLatin400 from '@fontsource/patrick-hand/files/patrick-hand-latin-400-normal.woff?url';
import patrickHandLatinExt400 from '@fontsource/patrick-hand/files/patrick-hand-latin-ext-400-normal.woff?url';
import patrickHandVietnamese400 from '@fontsource/patrick-hand/files/patrick-hand-vietnamese-400-normal.woff?url';
import notoSansLatin600 from '@fontsource/noto-sans/files/noto-sans-latin-600-normal.woff?url';
import notoSansLatinExt600 from '@fontsource/noto-sans/files/noto-sans-latin-ext-600-normal.woff?url';
import notoSansVietnamese600 from '@fontsource/noto-sans/files/noto-sans-vietnamese-600-normal.woff?url';
import notoSansGreek600 from '@fontsource/noto-sans/files/noto-sans-greek-600-normal.woff?url';
import notoSansCyrillic600 from '@fontsource/noto-sans/files/noto-sans-cyrillic-600-normal.woff?url';
import notoSansCyrillicExt600 from '@fontsource/noto-sans/files/noto-sans-cyrillic-ext-600-normal.woff?url';
import type { FontFile } from '@cruvo/core/lettering';

/** Where the browser finds the files of the fonts. */
export const FONT_URLS: Readonly<Record<FontFile, string>> = {
  'figtree/files/figtree-latin-600': figtreeLatin600,
  'figtree/files/figtree-latin-ext-600': figtreeLatinExt600,
  'bricolage-grotesque/files/bricolage-grotesque-latin-700': bricolageGrotesqueLatin700,
  'bricolage-grotesque/files/bricolage-grotesque-latin-ext-700': bricolageGrotesqueLatinExt700,
  'bricolage-grotesque/files/bricolage-grotesque-vietnamese-700': bricolageGrotesqueVietnamese700,
  'patrick-hand/files/patrick-hand-latin-400': patrickHandLatin400,
  'patrick-hand/files/patrick-hand-latin-ext-400': patrickHandLatinExt400,
  'patrick-hand/files/patrick-hand-vietnamese-400': patrickHandVietnamese400,
  'noto-sans/files/noto-sans-latin-600': notoSansLatin600,
  'noto-sans/files/noto-sans-latin-ext-600': notoSansLatinExt600,
  'noto-sans/files/noto-sans-vietnamese-600': notoSansVietnamese600,
  'noto-sans/files/noto-sans-greek-600': notoSansGreek600,
  'noto-sans/files/noto-sans-cyrillic-600': notoSansCyrillic600,
  'noto-sans/files/noto-sans-cyrillic-ext-600': notoSansCyrillicExt600,
};
