import type { Acting } from '@cruvo/core/face';
import type { PassKind } from './passes';
import type { ChannelMode } from './performing';

export const MODE_NAMES: Readonly<Record<ChannelMode, string>> = {
  recorded: 'will be recorded',
  plays: 'plays back',
  off: 'off',
};

export const PASS_NAMES: Readonly<Record<PassKind, string>> = { hands: 'Hands', face: 'Face' };

export const ACTING_NAMES: Readonly<Record<Acting, string>> = {
  calm: 'calm',
  lively: 'lively',
  'looking away': 'looks away',
  sneezing: 'sneezes',
  lost: 'is lost now and then',
};
