import { TestEnvironment } from 'jest-environment-jsdom';
import { declareBuiltIns } from './quickBuiltIns.mjs';
import { disableStores } from './stores.mjs';

/** A drawing context on which nothing is seen: painting has tests of its own, in a real browser. */
const blankContext = () =>
  new Proxy(
    {},
    {
      get: (set, name) => (Object.hasOwn(set, name) ? set[name] : () => undefined),
    },
  );

/** jsdom with what browsers have besides and the panels' packages ask for. */
export default class BrowserEnvironment extends TestEnvironment {
  async setup() {
    await super.setup();
    declareBuiltIns(this.getVmContext());
    const { TextEncoder, TextDecoder, Headers, Response, Request, structuredClone } = globalThis;
    Object.assign(this.global, {
      ...{ TextEncoder, TextDecoder, Headers, Response, Request, structuredClone },
      ImageData: class {},
      ResizeObserver: class {
        observe() {}
        disconnect() {}
      },
    });
    Object.defineProperty(this.global, 'crypto', { value: globalThis.crypto });
    this.global.HTMLCanvasElement.prototype.getContext = blankContext;
  }

  async teardown() {
    disableStores();
    await super.teardown();
  }
}
