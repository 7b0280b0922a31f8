import { loadPhysics } from '@cruvo/core/bodies';
import { fallenDigests, richScene, withHeap } from '@cruvo/core/testing';

export type FallingPage = { digestsOfHeap: typeof digestsOfHeap };

/** Digests of where the bodies of a heap are, at each second. */
export async function digestsOfHeap(count: number, seconds: number): Promise<number[]> {
  return fallenDigests(withHeap(richScene(), count, seconds), await loadPhysics(), seconds);
}

if (typeof window !== 'undefined') Object.assign(window, { digestsOfHeap });
