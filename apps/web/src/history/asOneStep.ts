import type { History } from './history';

/** What a slider needs so that its whole movement, by pointer or by a held key, is one step to undo. */
export function asOneStep(history: Pick<History<object>, 'begin' | 'end'>) {
  const [begin, end] = [() => history.begin(), () => history.end()];
  return {
    onPointerDown: begin,
    onPointerUp: end,
    onPointerCancel: end,
    onKeyDown: ({ repeat }: { readonly repeat: boolean }) => repeat || begin(),
    onKeyUp: end,
    onBlur: end,
  };
}
