import jestSequencer from '@jest/test-sequencer';

const Sequencer = jestSequencer.default ?? jestSequencer;
/** What takes longest begins first, so that no core waits for it at the end; a fresh checkout knows nothing of earlier runs. */
const slow = [
  'loadLarkfold.test.ts',
  'command.test.ts',
  'planning/recorded.test.ts',
  'reconcile.test.ts',
  'thirtyActs.test.ts',
];

export default class SlowFirst extends Sequencer {
  sort(tests) {
    const rank = ({ path }) => {
      const at = slow.findIndex((name) => path.endsWith(name));
      return at < 0 ? slow.length : at;
    };
    return [...super.sort(tests)].sort((one, other) => rank(one) - rank(other));
  }
}
