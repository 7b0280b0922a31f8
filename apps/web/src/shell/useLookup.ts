import { useMemo, useState } from 'react';

/** A map from ids to what is known of them, the same object as long as nothing changes. */
export function useLookup<Id extends string, Value>(
  ids: readonly Id[],
  values: readonly (Value | undefined)[],
): ReadonlyMap<Id, Value> {
  const key = ids.join(' ');
  const stable = useStableArray(values);
  return useMemo(() => {
    const names = (key === '' ? [] : key.split(' ')) as Id[];
    return new Map(
      names.flatMap((id, index) => {
        const value = stable[index];
        return value === undefined ? [] : [[id, value] as const];
      }),
    );
  }, [key, stable]);
}

function useStableArray<Value>(values: readonly Value[]): readonly Value[] {
  const [kept, keep] = useState(values);
  const same =
    kept.length === values.length && kept.every((value, index) => value === values[index]);
  if (same) return kept;
  keep(values);
  return values;
}
