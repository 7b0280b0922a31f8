import type { CueFlip, CueMode, CueOthers } from '@cruvo/core/cues';
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

export const OTHERS_OF_CUE: Readonly<Record<CueOthers, string>> = {
  stay: 'Beside other cues',
  pause: 'Others pause meanwhile',
  end: 'Ends all others',
};

export const RUNS_OF_FLIP: Readonly<Record<CueFlip['runs'], string>> = {
  once: 'Once',
  again: 'Again and again',
  stretched: 'Once, as long as the cue lasts',
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
