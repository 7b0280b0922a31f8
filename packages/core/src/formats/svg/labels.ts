/** Attributes in which drawing programs write what a layer is called. */
export const LABELS: readonly string[] = ['inkscape:label', 'serif:id', 'data-name'];
