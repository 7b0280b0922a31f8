import type { CueMode } from '@cruvo/core/cues';
import type { Acting } from '@cruvo/core/face';
import type { PassKind } from './passes';
import type { ChannelMode } from './performing';

export const MODE_NAMES: Readonly<Record<ChannelMode, string>> = {
  recorded: 'will be recorded',
  plays: 'plays back',
  off: 'off',
};

export const MODE_OF_CUE: Readonly<Record<CueMode, string>> = {
  held: 'On while its key is held',
  latched: 'On until it is fired again',
  timed: 'On for a time',
};

export const PASS_NAMES: Readonly<Record<PassKind, string>> = {
  ...{ hands: 'Hands', face: 'Face', cues: 'Cues' },
};

export const ACTING_NAMES: Readonly<Record<Acting, string>> = {
  calm: 'is calm',
  lively: 'is lively',
  'looking away': 'looks away',
  sneezing: 'sneezes',
  lost: 'is lost now and then',
};
