import { linesForScript, matchScripts, memberCalled } from './matchScripts';

const part = (speaker: string | null, text: string) => ({ speaker, text });
const SCRIPT = [part('ISBEL', 'one'), part('CORRIGAN', 'two'), part('ISBEL', 'three')];
const recordings = (...names: string[]) => names.map((name) => ({ id: name, name }));
const found = (...names: string[]) => {
  const { parts, left } = matchScripts(recordings(...names), SCRIPT);
  return { said: names.map((name) => parts.get(name)?.text), left: left.map(({ text }) => text) };
};

it('as many recordings as pieces go together in their order', () => {
  expect(found('take 1', 'take 2', 'take 3')).toEqual({ said: ['one', 'two', 'three'], left: [] });
});

it('otherwise a recording takes what the speaker in its name says next', () => {
  expect(found('isbel_02', 'Corrigan 1')).toEqual({ said: ['one', 'two'], left: ['three'] });
  expect(found('isbel-1', 'isbel-2', 'corrigan', 'wind')).toEqual({
    said: ['one', 'three', 'two', undefined],
    left: [],
  });
  expect(found('misbeliever')).toEqual({ said: [undefined], left: ['one', 'two', 'three'] });
});

it('speakers are found on the stage by their names, in any case, in part where that is plain', () => {
  const cast = [
    { id: 'a', name: 'Isbel' },
    { id: 'b', name: 'Old Corrigan' },
    { id: 'c', name: 'Old Wick' },
  ];
  expect(memberCalled(cast, 'ISBEL')).toBe('a');
  expect(memberCalled(cast, 'corrigan')).toBe('b');
  expect(memberCalled(cast, 'Isbel the otter')).toBe('a');
  expect(memberCalled(cast, 'old')).toBeNull();
  expect(memberCalled(cast, 'Pip')).toBeNull();
});

it('pieces of a script find the lines of their speakers, in their order', () => {
  const lines = ['a', 'b', 'a', 'b'].map((member, at) => ({ id: `line ${at}`, member }));
  const memberOf = (speaker: string) => ({ ISBEL: 'a', CORRIGAN: 'b' })[speaker] ?? null;
  const texts = (parts: readonly ReturnType<typeof part>[]) => {
    const match = linesForScript(lines, parts, memberOf);
    return { said: lines.map(({ id }) => match.parts.get(id)?.text), left: match.left.length };
  };
  expect(texts(SCRIPT)).toEqual({ said: ['one', 'two', 'three', undefined], left: 0 });
  expect(texts([...SCRIPT, part('ISBEL', 'too much')]).left).toBe(1);
  expect(texts([part('Pip', 'who?'), part(null, 'nobody')]).said.slice(0, 2)).toEqual([
    ...['who?', 'nobody'],
  ]);
});
