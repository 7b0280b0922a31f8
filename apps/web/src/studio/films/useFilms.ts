import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { followFilms, listFilms, type Film } from '../../api/films';

/** The films of a production, kept up to date as they are rendered. */
export function useFilms(production: string) {
  const client = useQueryClient();
  const key = ['films', production];
  useEffect(() => {
    const queryKey = ['films', production];
    const update = (change: (films: Film[]) => Film[]) =>
      client.setQueryData<Film[]>(queryKey, (films) => films && change(films));
    return followFilms(production, {
      opened: () => void client.invalidateQueries({ queryKey }),
      gone: (id) => update((films) => films.filter((film) => film.id !== id)),
      film: (film) =>
        update((films) =>
          films.some(({ id }) => id === film.id)
            ? films.map((other) => (other.id === film.id ? film : other))
            : [film, ...films],
        ),
    });
  }, [client, production]);
  return useQuery({ queryKey: key, queryFn: () => listFilms(production) });
}
