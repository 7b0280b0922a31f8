import { TestEnvironment } from 'jest-environment-node';
import { declareBuiltIns } from './quickBuiltIns.mjs';
import { disableStores } from './stores.mjs';

/** Node.js, as Jest gives it to a test. */
export default class NodeEnvironment extends TestEnvironment {
  constructor(...options) {
    super(...options);
    declareBuiltIns(this.context);
  }

  async teardown() {
    disableStores();
    await super.teardown();
  }
}
