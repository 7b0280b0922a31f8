import type { Body } from './migration';

/** Parts whose insides blend with nothing beneath, and that are seen only within a mask: none is so far. */
export const withMasks = (body: Body): Body => ({
  ...body,
  parts: Object.fromEntries(
    Object.entries((body['parts'] ?? {}) as Record<string, object>).map(([id, part]) => [
      id,
      { ...part, isolated: false, mask: null },
    ]),
  ),
});
