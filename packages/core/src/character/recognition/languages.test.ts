import { LAYER_LISTS } from '../../testing/layerLists';
import { characterOf, drawnLayer, groupOf } from '../../testing/testArtwork';
import { partsOf } from '../partList';
import { LANGUAGES } from './languages';
import { lexicons } from './lexicon';
import { namingTables } from './namingSheet';
import { recognise, type Finding } from './recognise';

interface Listed {
  readonly path: string;
  readonly wanted: string;
}

/** The layers of a list as a character, and what each of its parts is. */
function read(text: string) {
  const lines = text.split('\n').filter((line) => line.trim() !== '');
  const listed: Listed[] = [];
  const layers: ReturnType<typeof drawnLayer>[] = [];
  let group: { name: string; inside: ReturnType<typeof drawnLayer>[] } | null = null;
  const close = () => {
    if (group) layers.push(groupOf(group.name, ...group.inside));
    group = null;
  };
  lines.forEach((line, at) => {
    const [name, wanted] = line.split(' = ').map((part) => part.trim()) as [string, string];
    const isInside = line.startsWith('      ');
    const holds = lines[at + 1]?.startsWith('      ') && !isInside;
    if (!isInside) close();
    if (holds) group = { name, inside: [] };
    else if (isInside) group!.inside.push(drawnLayer(name));
    else layers.push(drawnLayer(name));
    listed.push({ path: isInside ? `${group!.name}/${name}` : name, wanted });
  });
  close();
  const found = recognise(partsOf(characterOf(...layers)));
  return listed.map(({ path, wanted }) => ({ path, wanted, finding: found.get(path) }));
}

function said(finding: Finding | undefined): string {
  if (!finding) return '-';
  const { role, side, sound } = finding;
  if (role === 'mouth drawing') return sound!.expression ?? sound!.visemes.join(' ');
  return side ? `${role} ${side === 'left' ? 'L' : 'R'}` : role;
}

describe('layers named in other languages', () => {
  it('there are lists for every language', () => {
    expect(Object.keys(LAYER_LISTS).sort()).toEqual(LANGUAGES.map(({ name }) => name).sort());
  });

  it.each(Object.keys(LAYER_LISTS))(
    '%s: 95 %% are understood, and nothing is sure and wrong',
    (name) => {
      const all = read(LAYER_LISTS[name]!);
      const wrong = all.filter(({ wanted, finding }) => said(finding) !== wanted);
      const sure = wrong.filter(({ finding }) => finding?.sureness === 'sure');
      const tell = ({ path, finding }: (typeof all)[number]) => `${path}: ${said(finding)}`;
      expect(sure.map(tell)).toEqual([]);
      if (wrong.length > 0.05 * all.length) throw new Error(wrong.map(tell).join('\n'));
    },
  );

  it.each(lexicons().map((lexicon) => [lexicon.name, lexicon] as const))(
    '%s has no words for two things',
    (_, { phrases }) => {
      const roles = new Map<string, Set<string>>();
      for (const { role, words } of phrases.all) {
        const key = [...words].sort().join(' ');
        roles.set(key, (roles.get(key) ?? new Set()).add(role));
      }
      const twice = [...roles].filter(([, found]) => found.size > 1);
      expect(twice.map(([words, found]) => [words, ...found].join(' '))).toEqual([]);
    },
  );

  it.each(LANGUAGES.map(({ name, code }) => [name, code] as const))(
    'every word of the naming sheet in %s is taken for what it stands beside',
    (name, code) => {
      const around = LAYER_LISTS[name]!.split('\n')
        .filter((line) => line.trim() !== '' && !line.startsWith('      '))
        .slice(0, 6)
        .join('\n');
      const wrong = namingTables(code).parts.flatMap(({ what, words }) =>
        words.flatMap((word) => {
          const finding = read(`${around}\n${word} = ${what}`).at(-1)!.finding;
          return finding?.role === what && finding.sureness === 'sure'
            ? []
            : `${word} (${what}): ${said(finding)}`;
        }),
      );
      expect(wrong).toEqual([]);
    },
  );

  it('letters that a Korean keyboard writes one by one are sounds', () => {
    const all = read('얼굴 = face\n입 = mouth\n      ㅁ ㅂ ㅍ = 1\n      아 = 10');
    expect(all.map(({ finding }) => said(finding))).toEqual(all.map(({ wanted }) => wanted));
  });

  it('mixed in one file are understood as well', () => {
    const all = read('Kopf = head\nbouche = mouth\nleft brow = brow L\n左目 = eyes L\nцвет = -');
    expect(all.map(({ finding }) => said(finding))).toEqual(all.map(({ wanted }) => wanted));
  });

  it('words that English has as well mean nothing else in a file of English', () => {
    const all = read('head = head\nmain = -\npie = -\nbras gauche = -\nbody = body');
    expect(all.map(({ finding }) => said(finding))).toEqual(['head', '-', '-', '-', 'body']);
  });

  it('a word of several languages is sure in the one that leaves nothing unsaid', () => {
    const [, , hand] = read('Kopf = head\nAugen = eyes\nHand Kopie = hand');
    expect(hand!.finding).toMatchObject({ role: 'hand', sureness: 'sure' });
  });

  it('a single word of another language is likely, not sure', () => {
    const [, mouth] = read('head = head\nbouche = mouth');
    expect(mouth!.finding).toMatchObject({ role: 'mouth', sureness: 'likely' });
  });
});

describe('what sounds like a part and is none', () => {
  it.each([
    ['shadow under chin', '-'],
    ['mouth shadow', '-'],
    ['earring', '-'],
    ['eye highlight', '-'],
  ])('%s', (name, wanted) => {
    expect(said(read(`head = head\n${name} = ${wanted}`)[1]!.finding)).toBe(wanted);
  });

  it('“Mouth L” beside other sounds is the sound', () => {
    const all = read('Mouth_A = 10\nMouth_E = 11\nMouth_L = 8');
    expect(all.map(({ finding }) => said(finding))).toEqual(['10', '11', '8']);
    expect(said(read('head = head\nMouth_L = mouth L')[1]!.finding)).toBe('mouth L');
  });

  it('an example is no list of sounds', () => {
    const all = read('mouth = mouth\n      Ah as in father = 10\n      oo like in moon = 14');
    expect(all.map(({ finding }) => said(finding))).toEqual(['mouth', '10', '14']);
  });

  it('numbered drawings beside one at rest are steps', () => {
    const { mouth } = characterOf(
      groupOf('mouth', ...['idle', 'talk1', 'talk2', 'talk3'].map((name) => drawnLayer(name))),
    );
    expect(mouth).toMatchObject({ kind: 'steps' });
  });

  it('drawings lettered in a row are asked about', () => {
    const sureness = (names: string) =>
      read(
        `mouth = mouth\n${names
          .split(' ')
          .map((name) => `      ${name} = 0`)
          .join('\n')}`,
      )
        .slice(1)
        .map(({ finding }) => finding?.sureness);
    expect(new Set(sureness('A B C D E F'))).toEqual(new Set(['likely']));
    expect(new Set(sureness('A E I O U'))).toEqual(new Set(['sure']));
  });
});
