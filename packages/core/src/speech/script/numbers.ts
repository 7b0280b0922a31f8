import { toCardinal, toOrdinal } from 'n2words/en-US';

/** Larger whole numbers are read digit by digit. */
const MOST_DIGITS = 15;
const CURRENCIES: Readonly<Record<string, [string, string, string]>> = {
  $: ['dollar', 'dollars', 'cents'],
  '£': ['pound', 'pounds', 'pence'],
  '€': ['euro', 'euros', 'cents'],
};

/**
 * The ways in which a token of digits is spoken in English, or null where it is none: numbers, years,
 * ordinals, decimals, times, money, percentages, decades, codes read digit by digit.
 */
export function spokenNumbers(token: string): string[][] | null {
  const bare = token.replace(/\.$/, '').replace(/(\d),(?=\d{3}(\D|$))/g, '$1');
  const of = (pattern: RegExp) => pattern.exec(bare);
  let match = of(/^(\d+)(st|nd|rd|th)$/);
  if (match) return [ordinal(match[1]!)];
  match = of(/^(\d{1,2})[:.](\d\d)(am|pm)?$/);
  if (match && bare.includes(':')) return time(match[1]!, match[2]!, match[3]);
  match = of(/^(\d{1,2})(am|pm)$/);
  if (match) return [[...whole(match[1]!), ...letters(match[2]!)]];
  match = of(/^([$£€])(\d+)(?:\.(\d\d))?$/);
  if (match) return [money(match[1]!, match[2]!, match[3])];
  match = of(/^([+-]?)(\d*)\.(\d+)(%?)$/);
  if (match) return [[...sign(match[1]!), ...decimal(match[2]!, match[3]!), ...percent(match[4]!)]];
  match = of(/^(\d\d)(\d\d)s$|^'?(\d\d)s$/);
  if (match) return [decade(match[1], match[2] ?? match[3]!)];
  match = of(/^([+-]?)(\d+)(%?)$/);
  if (!match) return null;
  const tail = percent(match[3]!);
  return ways(match[2]!).map((words) => [...sign(match[1]!), ...words, ...tail]);
}

function ways(digits: string): string[][] {
  const all = [whole(digits)];
  if (/^[1-9]\d{3}$/.test(digits)) all.push(year(digits));
  if (/^[1-9]\d\d$/.test(digits)) all.push(hundredsAnd(digits));
  if (digits.length > 1) all.push(singly(digits));
  return all;
}

const sign = (text: string) => (text === '-' ? ['minus'] : text === '+' ? ['plus'] : []);
const percent = (text: string) => (text ? ['percent'] : []);
const letters = (text: string) => text.split('');
const split = (words: string) => words.replace(/,/g, '').split(/[ -]/);
const singly = (digits: string) => digits.split('').flatMap((digit) => split(toCardinal(digit)));

function whole(digits: string): string[] {
  return digits.length > MOST_DIGITS ? singly(digits) : split(toCardinal(BigInt(digits)));
}

function hundredsAnd(digits: string): string[] {
  return split(toCardinal(BigInt(digits), { and: true }));
}

function ordinal(digits: string): string[] {
  return BigInt(digits) > 0n && digits.length <= MOST_DIGITS
    ? split(toOrdinal(BigInt(digits)))
    : [...whole(digits), 'th'];
}

function year(digits: string): string[] {
  const century = whole(digits.slice(0, 2));
  const rest = digits.slice(2);
  if (rest === '00') return [...century, 'hundred'];
  return [...century, ...(rest.startsWith('0') ? ['oh'] : []), ...whole(rest)];
}

function decade(century: string | undefined, tens: string): string[] {
  const words = tens === '00' ? ['hundred'] : whole(tens);
  const last = words.at(-1)!;
  const plural = last.endsWith('y') ? `${last.slice(0, -1)}ies` : `${last}s`;
  return [...(century ? whole(century) : []), ...words.slice(0, -1), plural];
}

function decimal(before: string, after: string): string[] {
  return [...(before ? whole(before) : []), 'point', ...singly(after)];
}

function time(hours: string, minutes: string, half: string | undefined): string[][] {
  const tail = half ? letters(half) : [];
  if (minutes === '00') {
    return [
      [...whole(hours), ...tail],
      [...whole(hours), "o'clock", ...tail],
    ];
  }
  const oh = minutes.startsWith('0') ? ['oh'] : [];
  return [[...whole(hours), ...oh, ...whole(minutes), ...tail]];
}

function money(symbol: string, units: string, hundredths: string | undefined): string[] {
  const [one, many, small] = CURRENCIES[symbol]!;
  const words = [...whole(units), units === '1' ? one : many];
  return hundredths && hundredths !== '00' ? [...words, 'and', ...whole(hundredths), small] : words;
}
