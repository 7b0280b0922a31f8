import corrigan from '../../../../demo/saltmarsh/corrigan.svg?url';
import isbel from '../../../../demo/saltmarsh/isbel.svg?url';
import wick from '../../../../demo/saltmarsh/wick.svg?url';

/** Characters to start with, drawn in layers like anybody's: they come in through the same door. */
export const STARTERS = [
  {
    name: 'Isbel',
    url: isbel,
    what: 'An otter: a full chart of mouths in two moods, gaze and brows',
  },
  { name: 'Corrigan', url: corrigan, what: 'A heron: its beak is a jaw' },
  { name: 'Wick', url: wick, what: 'A paper lantern: two drawings' },
  { name: 'Bare face', url: '/templates/bare-face.svg', what: 'A face that waits for a mouth' },
] as const;
