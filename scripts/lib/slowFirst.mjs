import Sequencer from '@jest/test-sequencer';

/** Suites that take longest, mostly waiting for processes: begun last, they would keep everybody waiting. */
const SLOW = [
  'apps/server/src/films/',
  'packages/media/src/sandbox/',
  'apps/cli/src/',
  'apps/server/src/demo/',
  'packages/film/src/',
  'packages/core/src/audio/voiceCheck',
  'apps/server/src/',
  'fuzz/',
];

/** Runs the slowest suites first; the others as Jest would. */
export default class SlowFirst extends Sequencer {
  sort(tests) {
    const rank = ({ path }) => {
      const at = SLOW.findIndex((part) => path.includes(part));
      return at < 0 ? SLOW.length : at;
    };
    return [...super.sort(tests)].sort((a, b) => rank(a) - rank(b));
  }
}
