import fc from 'fast-check';
import { Problem } from '../../problem';
import { PHONES } from '../model/phones';
import { alignable } from './alignable';
import { phonesOfIpa } from './ipa';
import { phonesOf, prepareScript } from './prepareScript';
import { pronounce, readArpabet, type Dictionary } from './pronouncer';
import { readScript } from './script';
import { guessFromSpelling } from './spelling';

const said = (text: string, language = 'en') =>
  readScript(text, language).map(({ spoken }) => spoken[0]!.join(' '));
const names = (phones: readonly number[]) => phones.map((phone) => PHONES[phone]).join(' ');

describe('readScript', () => {
  it.each([
    ['Mind your boots, bring in the washing!', 'mind your boots bring in the washing'],
    ['Good evening [waves a lamp] and (sighs) welcome.', 'good evening and welcome'],
    ['*coughs* Well <beat> then', 'well then'],
    ['ISBEL: Good evening.\n\nCorrigan the heron: Is it?', 'good evening is it'],
    ['It’s “fog”—again…', "it's fog again"],
    ['At 7:30 on May 2nd', 'at seven thirty on may second'],
    [
      'In 1984 we paid $3.50',
      'in one thousand nine hundred eighty four we paid three dollars and fifty cents',
    ],
    ['3.14 or 50%', 'three point one four or fifty percent'],
    ['The 1990s, 1,250 of them', 'the nineteen nineties one thousand two hundred fifty of them'],
    ['Dr. Reed & Mrs. Marsh', 'doctor reed and missus marsh'],
    ['e.g. a well-known mud-flat', 'for example a well known mud flat'],
    ['B2 or not 2b?', 'b two or not two b'],
    ['– … !!! ♪', ''],
    ['The constructor, its __proto__', 'the constructor its proto'],
  ])('takes %j as it is spoken', (text, expected) => {
    expect(said(text).join(' ')).toBe(expected);
  });
  it('keeps words as they are written, for people to recognise', () => {
    expect(readScript('“Isbel,” 2nd', 'en').map(({ text }) => text)).toEqual(['Isbel', '2nd']);
  });
  it('knows several ways of saying a year, and initials', () => {
    const [year, initials] = readScript('1984 TV', 'en');
    expect(year!.spoken.map((way) => way.join(' '))).toEqual(
      expect.arrayContaining(['nineteen eighty four', 'one nine eight four']),
    );
    expect(initials!.spoken).toEqual([['tv'], ['t.', 'v.']]);
  });
  it('leaves other languages to those who speak them', () => {
    expect(said('¿Qué tal? 3 años', 'es')).toEqual(['qué', 'tal', '3', 'años']);
  });
  it('never fails, and never gives an empty word', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 60 }), (text) => {
        for (const { text: word, spoken } of readScript(text, 'en')) {
          expect(word).not.toBe('');
          expect(spoken.flat().every((part) => part.length > 0)).toBe(true);
        }
      }),
      { numRuns: 300 },
    );
  });
});

const dictionary: Dictionary = {
  fog: 'F AA1 G',
  'fog(2)': 'F AO1 G',
  marsh: 'M AA1 R SH',
  boy: 'B OY1',
  't.': 'T IY1',
  'v.': 'V IY1',
  bell: 'B EH1 L',
};
const lists = { own: new Map(), spoken: new Map(), dictionary };

describe('pronounce', () => {
  it('asks the own list, the dictionary, the synthesiser and the spelling, in this order', () => {
    const full = {
      own: new Map([['fog', [readArpabet('f ow g')]]]),
      spoken: new Map([['isbel', [phonesOfIpa('ˈɪsbəl')]]]),
      dictionary,
    };
    const source = (word: string) => pronounce(word, full)?.source;
    expect(['fog', 'marsh', 'isbel', 't.v.', 'quorple', '--'].map(source)).toEqual([
      'own',
      'dictionary',
      'voice',
      'letters',
      'spelling',
      undefined,
    ]);
  });
  it('knows different ways of saying one word, and splits diphthongs', () => {
    expect(pronounce('fog', lists)!.ways.map(names)).toEqual(['f aa g', 'f ao g']);
    expect(names(pronounce('boy', lists)!.ways[0]!)).toBe('b oy1 oy2');
  });
  it('forms possessives', () => {
    expect(names(pronounce("fog's", lists)!.ways[0]!)).toBe('f aa g z');
    expect(names(pronounce("marsh's", lists)!.ways[0]!)).toBe('m aa r sh ih z');
  });
  it('guesses every word of Latin letters', () => {
    expect(names(guessFromSpelling('thickness'))).toBe('th ih k n eh s');
    fc.assert(
      fc.property(fc.stringMatching(/^[b-df-hj-np-tv-xz]{1,12}$/), (word) => {
        expect(guessFromSpelling(word).length).toBeGreaterThan(0);
      }),
    );
  });
});

describe('phonesOfIpa', () => {
  it.each([
    ['ˈɪsbəl', 'ih s b ah l'],
    ['kˌontɾasˈeɲa', 'k ao n t d aa s eh n y aa'],
    ['bɔ̃ʒˈuʁ', 'b ao zh uw r'],
    ['tʃˈaʊ', 'ch aw1 aw2'],
    ['ʃtɾˈɑːsə', 'sh t d aa s ah'],
    ['', ''],
    ['??', ''],
  ])('hears %j as %j', (ipa, phones) => {
    expect(names(phonesOfIpa(ipa))).toBe(phones);
  });
});

describe('prepareScript', () => {
  const speller = () => Promise.resolve(new Map([['isbel', 'ˈɪsbəl']]));
  const away = () => Promise.reject(new Problem('unavailable', 'Nobody can say it.'));
  const sources = { dictionary, own: [], speller };

  it('asks for words that the dictionary lacks', async () => {
    const { words, notice } = await prepareScript('Isbel, fog!', 'en', sources);
    expect(words.map(({ text, ways }) => [text, names(ways[0]!)])).toEqual([
      ['Isbel', 'ih s b ah l'],
      ['fog', 'f aa g'],
    ]);
    expect(notice).toBeNull();
  });
  it('says names as the production wants them', async () => {
    const own = [{ word: 'Isbel', like: 'fog bell' }];
    const { words } = await prepareScript('Isbel', 'en', { ...sources, own });
    expect(names(words[0]!.ways[0]!)).toBe('f aa g b eh l');
    expect(names(phonesOf('/ˈɪzbɛl/', null))).toBe('ih z b eh l');
  });
  it('goes on in English without a synthesiser, and says which words are guessed', async () => {
    const { words, notice } = await prepareScript('Isbel fog', 'en', { ...sources, speller: away });
    expect(words).toHaveLength(2);
    expect(notice).toMatch(/one word .*isbel.*Nobody can say it/);
  });
  it('can’t do without one in other languages', async () => {
    await expect(
      prepareScript('niebla', 'es', { ...sources, dictionary: null, speller: away }),
    ).rejects.toThrow('Nobody can say it.');
  });
  it.each(['', ' \n ', '[waves]', '...'])('refuses a script without words: %j', async (text) => {
    await expect(prepareScript(text, 'en', sources)).rejects.toThrow(/no words/);
  });
  it('leaves out what can’t be said', () => {
    expect(alignable(readScript('fog 霧', 'en'), lists).words.map(({ text }) => text)).toEqual([
      'fog',
    ]);
  });
});

it('tells what its punctuation has a speaker do after a word', () => {
  const pauses = readScript('Fog, again… no! “Wait.” Mr. Gull — e.g. you', 'en');
  expect(pauses.map(({ text, pause }) => [text, pause])).toEqual([
    ...[
      ['Fog', 'clause'],
      ['again', 'clause'],
      ['no', 'sentence'],
      ['Wait', 'sentence'],
    ],
    ...[
      ['Mr', 'none'],
      ['Gull', 'clause'],
      ['e.g', 'none'],
      ['you', 'none'],
    ],
  ]);
});
