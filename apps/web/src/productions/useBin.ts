import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { sentenceOf } from '@cruvo/core/problem';
import { bringBack, deleteDocument } from '../api/documents';

interface Named {
  readonly id: string;
  readonly name: string;
}

/** Deletes documents and brings them back; says what was deleted last, and what went wrong. */
export function useBin() {
  const client = useQueryClient();
  const [last, setLast] = useState<Named | null>(null);
  const refresh = () =>
    Promise.all(
      [['productions'], ['deleted']].map((queryKey) => client.invalidateQueries({ queryKey })),
    );
  const removal = useMutation({
    mutationFn: ({ id }: Named) => deleteDocument(id),
    onSuccess: (_, document) => setLast(document),
    onSettled: refresh,
  });
  const returning = useMutation({
    mutationFn: ({ id }: Named) => bringBack(id),
    onSuccess: () => setLast(null),
    onSettled: refresh,
  });
  const error = removal.error ?? returning.error;
  return {
    last,
    failure: error ? sentenceOf(error) : null,
    remove: (document: Named) => {
      returning.reset();
      removal.mutate(document);
    },
    bringBack: (document: Named) => {
      removal.reset();
      returning.mutate(document);
    },
    dismiss: () => {
      setLast(null);
      removal.reset();
      returning.reset();
    },
  };
}

export type Bin = ReturnType<typeof useBin>;
