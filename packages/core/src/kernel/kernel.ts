import { KERNEL_BASE64 } from './compiled';

/** The innermost loops, compiled from the AssemblyScript in packages/core/kernel, with their memory. */
export interface Kernel extends Loops {
  readonly memory: { readonly buffer: ArrayBuffer; readonly grow: (pages: number) => number };
}

interface Loops {
  /** See kernel/layer.ts for what the numbers are. */
  readonly layer: (...numbers: number[]) => void;
  /** See kernel/resample.ts for what the numbers are. */
  readonly resample: (...numbers: number[]) => void;
  /** See kernel/yuv.ts for what the numbers are. */
  readonly yuv420: (...numbers: number[]) => void;
  /** See kernel/banded.ts for what the numbers are. */
  readonly solveBanded: (...numbers: number[]) => void;
  /** See kernel/deformation.ts for what the numbers are. */
  readonly deform: (...numbers: number[]) => void;
  /** These two: see kernel/coverage.ts for what the numbers are. */
  readonly cover: (...numbers: number[]) => void;
  readonly paintCovered: (...numbers: number[]) => void;
  /** See kernel/blend.ts for what the numbers are. */
  readonly blendPixels: (...numbers: number[]) => void;
  /** These seven: see kernel/composite.ts for what the numbers are. */
  readonly layOver: (...numbers: number[]) => void;
  readonly keepWithin: (...numbers: number[]) => void;
  readonly fadePixels: (...numbers: number[]) => void;
  readonly fillPixels: (...numbers: number[]) => void;
  readonly copyPixels: (...numbers: number[]) => void;
  readonly premultiply: (...numbers: number[]) => void;
  readonly readPixels: (...numbers: number[]) => void;
}

/** The part of the WebAssembly interface that is used; the core's library knows neither browsers nor Node. */
interface WebAssemblyInterface {
  readonly Memory: new (limits: { initial: number }) => Kernel['memory'];
  readonly Module: new (bytes: Uint8Array) => object;
  readonly Instance: new (
    module: object,
    imports: { env: { memory: Kernel['memory'] } },
  ) => { readonly exports: Loops };
}

/** A kernel for whoever computes just now: browsers give few memories to a page. */
let shared: { readonly kernel: Kernel; readonly bytes: number; holder: object | null } | null =
  null;

/**
 * The kernel that all share who need one only while they compute.
 *
 * @param bytes of memory, at least
 * @returns whether the memory still holds what the same holder left there
 */
export function sharedKernel(holder: object, bytes: number): { kernel: Kernel; isHeld: boolean } {
  if (!shared || shared.bytes < bytes) {
    shared = { kernel: instantiateKernel(bytes), bytes, holder: null };
  }
  const isHeld = shared.holder === holder;
  shared.holder = holder;
  return { kernel: shared.kernel, isHeld };
}

/** Bytes by which memories grow. */
export const PAGE_BYTES = 65_536;

/** Compiled once for all instances. */
let compiled: object | null = null;

/** An instance of the kernel of its own, with at least `bytes` of memory, all zero. */
export function instantiateKernel(bytes: number): Kernel {
  const { WebAssembly } = globalThis as unknown as { WebAssembly: WebAssemblyInterface };
  const memory = new WebAssembly.Memory({ initial: Math.ceil(bytes / PAGE_BYTES) + 1 });
  compiled ??= new WebAssembly.Module(bytesOf(KERNEL_BASE64));
  const { exports } = new WebAssembly.Instance(compiled, { env: { memory } });
  return { ...exports, memory };
}

function bytesOf(base64: string): Uint8Array {
  const { atob } = globalThis as unknown as { atob: (text: string) => string };
  return Uint8Array.from(atob(base64), (character) => character.charCodeAt(0));
}
