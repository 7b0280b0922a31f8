import { lazy, object, string, type ObjectSchema, type Schema } from 'yup';

/** Checks things that say by their `kind` which fields they have. @param fields of each kind, beside `kind` itself */
export function schemaByKind<Thing extends { readonly kind: string }>(
  fields: Readonly<Record<Thing['kind'], ObjectSchema<object>>>,
): Schema<Thing> {
  const kinds = Object.keys(fields) as Thing['kind'][];
  return lazy((value: unknown) => {
    const given = (value as { kind?: unknown } | null)?.kind;
    const kind = object({ kind: string().required().oneOf(kinds) });
    const known = kinds.find((one) => one === given);
    return known === undefined ? kind : kind.concat(fields[known] as never);
  }) as unknown as Schema<Thing>;
}
