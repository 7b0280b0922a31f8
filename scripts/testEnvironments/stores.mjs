import asyncHooks from 'node:async_hooks';

/**
 * Jest makes an AsyncLocalStorage for each suite and never disables it. Each enabled one costs at every promise that
 * is made afterwards: after 50 suites in a process, `await` takes a hundred times as long.
 */
const stores = new Set();
asyncHooks.AsyncLocalStorage = class extends asyncHooks.AsyncLocalStorage {
  constructor(...options) {
    super(...options);
    stores.add(this);
  }
};

/** Disables the stores that were made since the last time. */
export function disableStores() {
  for (const store of stores) store.disable();
  stores.clear();
}
