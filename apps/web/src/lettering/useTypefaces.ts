import { useQueries } from '@tanstack/react-query';
import { FONT_FILES, type FontName, type Typeface } from '@cruvo/core/lettering';
import { useLookup } from '../shell/useLookup';
import { FONT_URLS } from './fontUrls';

/** Opens a font that comes with Cruvo; what reads it is fetched only then. */
async function fetchTypeface(name: FontName): Promise<Typeface> {
  const [{ openTypeface }, ...files] = await Promise.all([
    import('@cruvo/core/openType'),
    ...FONT_FILES[name].map(async (file) => {
      const response = await fetch(FONT_URLS[file]);
      if (!response.ok) throw new Error('A font can’t be loaded; check the connection.');
      return new Uint8Array(await response.arrayBuffer());
    }),
  ]);
  return openTypeface(files);
}

/** Fonts by their names, as far as they are there. */
export function useTypefaces(names: readonly FontName[]) {
  const queries = useQueries({
    queries: names.map((name) => ({
      queryKey: ['typeface', name],
      queryFn: () => fetchTypeface(name),
      staleTime: Infinity,
    })),
  });
  const typefaces = useLookup(
    names,
    queries.map(({ data }) => data),
  );
  return { typefaces, queries };
}
