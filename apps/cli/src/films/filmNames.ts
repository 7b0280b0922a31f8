import {
  fileName,
  FILM_FORMAT_NAMES,
  FILM_FORMATS,
  type FilmFormatName,
} from '@cruvo/core/delivery';

/** What one film is called by. */
export interface NamedFilm {
  readonly scene: string;
  readonly format: FilmFormatName;
  /** Who is seen alone in it, by name. */
  readonly only: string | null;
}

/** Names of files for films, no two of them the same, also where capital and small letters are. */
export function filmNames(films: readonly NamedFilm[]): readonly string[] {
  const taken = new Set<string>();
  return films.map(({ scene, format, only }) => {
    const { extension } = FILM_FORMATS[format];
    const first = FILM_FORMAT_NAMES.find((name) => FILM_FORMATS[name].extension === extension);
    const alone = only === null ? '' : ` ${fileName(only)}`;
    const stem = `${fileName(scene)}${alone}${format === first ? '' : ` ${format}`}`;
    let name = `${stem}.${extension}`;
    for (let number = 2; taken.has(name.toLowerCase()); number++) {
      name = `${stem} ${number}.${extension}`;
    }
    taken.add(name.toLowerCase());
    return name;
  });
}
