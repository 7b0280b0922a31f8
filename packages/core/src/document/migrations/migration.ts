/**
 * Turns a body of one schema version into one of the next. A migration never changes once it is released: it has its
 * own types and literals, and imports none of the code that goes on changing.
 */
export type Migration = (body: Body) => Body;

/** A document as it was stored, of a version that is only known by its number. */
export type Body = Readonly<Record<string, unknown>>;
