import type { QueryClient } from '@tanstack/react-query';

/** Resolves once nothing is on its way to the server any more, such as a cue that was just changed. */
export async function changesSaved(queries: QueryClient): Promise<void> {
  while (queries.isMutating() > 0) {
    await new Promise<void>((done) => {
      const unsubscribe = queries.getMutationCache().subscribe(() => {
        unsubscribe();
        done();
      });
    });
  }
}
