import { CHINESE } from './chinese';
import { DUTCH } from './dutch';
import { FRENCH } from './french';
import { GERMAN } from './german';
import { ITALIAN } from './italian';
import { JAPANESE } from './japanese';
import { KOREAN } from './korean';
import { POLISH } from './polish';
import { PORTUGUESE } from './portuguese';
import { RUSSIAN } from './russian';
import { SPANISH } from './spanish';
import { TURKISH } from './turkish';
import type { WrittenLanguage } from './written';

export type { WrittenLanguage } from './written';

/** The languages beside English in which layers are understood. */
export const LANGUAGES: readonly WrittenLanguage[] = [
  ...[GERMAN, FRENCH, SPANISH, ITALIAN, PORTUGUESE, DUTCH, POLISH, TURKISH],
  ...[RUSSIAN, JAPANESE, CHINESE, KOREAN],
];
