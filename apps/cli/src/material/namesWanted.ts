import { Problem } from '@cruvo/core/problem';

/** A pattern of names: * stands for any signs, ? for one; capitals don't matter. */
function asExpression(pattern: string): RegExp {
  const parts = [...pattern].map((sign) => {
    if (sign === '*') return '.*';
    return sign === '?' ? '.' : sign.replace(/[\\^$+.()|[\]{}]/g, '\\$&');
  });
  return new RegExp(`^${parts.join('')}$`, 'isu');
}

/**
 * Of things that have names, those that are wanted, in their order.
 *
 * @param patterns names, also with * and ?; none: all are wanted
 * @param what they are, as sentences call them
 * @throws Problem where a pattern fits none
 */
export function namesWanted<Thing extends { readonly name: string }>(
  things: readonly Thing[],
  patterns: readonly string[],
  what: string,
): readonly Thing[] {
  if (patterns.length === 0) return things;
  const wanted = new Set<Thing>();
  for (const pattern of patterns) {
    const fits = asExpression(pattern);
    const found = things.filter(({ name }) => fits.test(name));
    if (found.length === 0) {
      const names = things.map(({ name }) => `“${name}”`).join(', ');
      throw new Problem(
        'not-found',
        `No ${what} is called “${pattern}”. There ${things.length === 1 ? 'is' : 'are'} ${names || 'none'}.`,
      );
    }
    for (const thing of found) wanted.add(thing);
  }
  return things.filter((thing) => wanted.has(thing));
}
