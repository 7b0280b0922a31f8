/** A name that any file system takes: without signs that mean something to one. */
export function fileName(name: string, otherwise = 'film'): string {
  const plain = name
    .replace(/[\p{Cc}<>:"/\\|?*]+/gu, ' ')
    .replace(/\s+/gu, ' ')
    .replace(/^[. ]+|[. ]+$/gu, '');
  const short = [...plain].slice(0, 80).join('').trim();
  return short === '' || /^(con|prn|aux|nul|com\d|lpt\d)$/i.test(short) ? otherwise : short;
}
