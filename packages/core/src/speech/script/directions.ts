import { readScript } from './script';

/** A stage direction of a script. */
export interface StageDirection {
  /** Without its brackets. */
  readonly text: string;
  /** How many words of the script are said before it. */
  readonly word: number;
}

const BRACKETS = /\[([^\]\n]{1,80})\]|\(([^)\n]{1,80})\)|\{([^}\n]{1,80})\}|\*([^*\n]{1,80})\*/g;

/** The stage directions of a script, in their order: what stands in brackets or between asterisks. */
export function directionsOf(script: string, language: string): StageDirection[] {
  return [...script.matchAll(BRACKETS)].map((found) => {
    const text = found.slice(1).find((inside) => inside !== undefined)!;
    return { text: text.trim(), word: readScript(script.slice(0, found.index), language).length };
  });
}
