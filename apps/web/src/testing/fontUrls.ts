import { FONT_FILES } from '@cruvo/core/lettering';

/** Stands in tests for the addresses that the bundler gives to fonts. */
export const FONT_URLS = Object.fromEntries(
  Object.values(FONT_FILES)
    .flat()
    .map((file) => [file, '/font']),
);
