import { runInContext } from 'node:vm';

/** Built-ins of the language that tests don't replace, as they do Date and the timers. */
const BUILT_INS = [
  ...['Math', 'Object', 'Array', 'Number', 'String', 'Boolean', 'Symbol', 'BigInt', 'RegExp'],
  ...['Map', 'Set', 'WeakMap', 'WeakSet', 'JSON', 'Reflect', 'Promise', 'Error', 'TypeError'],
  ...['isNaN', 'isFinite', 'parseInt', 'parseFloat', 'ArrayBuffer', 'DataView'],
  ...['Int8Array', 'Int16Array', 'Int32Array', 'Uint8Array', 'Uint8ClampedArray', 'Uint16Array'],
  ...['Uint32Array', 'Float32Array', 'Float64Array', 'BigInt64Array', 'BigUint64Array'],
];

/**
 * Declares the built-ins as constants of a test's context. The global object of a context asks Node.js for each
 * property, every time; constants are found before it. Code that computes runs up to six times as fast.
 */
export function declareBuiltIns(context) {
  runInContext(`const { ${BUILT_INS.join(', ')} } = globalThis;`, context);
}
