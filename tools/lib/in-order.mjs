import Sequencer from '@jest/test-sequencer';

/** Files that hold many specs go in the order of their names, the longest first; by itself Jest goes by a file's size. */
export default class InOrder extends Sequencer {
  sort(tests) {
    return process.env.TEST_TOGETHER ? [...tests].sort((a, b) => a.path.localeCompare(b.path)) : super.sort(tests);
  }
}
