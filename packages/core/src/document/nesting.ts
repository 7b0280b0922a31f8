const [QUOTE, BACKSLASH] = [0x22, 0x5c];
const [OPEN_ARRAY, CLOSE_ARRAY] = [0x5b, 0x5d];
const [OPEN_OBJECT, CLOSE_OBJECT] = [0x7b, 0x7d];

/** Whether JSON is nested deeper than so many levels, told from its bytes (UTF-8) without parsing it. */
export function isNestedDeeper(json: Uint8Array, levels: number): boolean {
  let depth = 0;
  let inText = false;
  for (let at = 0; at < json.length; at++) {
    const byte = json[at];
    if (inText) {
      if (byte === BACKSLASH) at++;
      else if (byte === QUOTE) inText = false;
    } else if (byte === QUOTE) inText = true;
    else if (byte === OPEN_ARRAY || byte === OPEN_OBJECT) {
      if (++depth > levels) return true;
    } else if (byte === CLOSE_ARRAY || byte === CLOSE_OBJECT) depth--;
  }
  return false;
}
