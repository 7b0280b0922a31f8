import { voiceFiles } from './voiceFiles';

const file = (name: string) => new File([], name);

it('takes recordings in the order of their names, each with its script', () => {
  const files = ['Line 10.wav', 'line 2.wav', 'line 2.TXT', 'other.txt', 'line 1.flac'].map(file);
  const { voices, scripts } = voiceFiles(files);
  expect(scripts.map(({ name }) => name)).toEqual(['other.txt']);
  expect(voices.map(({ file: { name }, script }) => [name, script?.name])).toEqual([
    ['line 1.flac', undefined],
    ['line 2.wav', 'line 2.TXT'],
    ['Line 10.wav', undefined],
  ]);
});

it('takes captions for scripts of the recordings beside them, and else for when things are said', () => {
  const split = (...names: string[]) => {
    const { scripts, timings } = voiceFiles(names.map(file));
    return [scripts, timings].map((files) => files.map(({ name }) => name));
  };
  expect(split('a.wav', 'all.srt', 'cut.otio')).toEqual([['all.srt'], ['cut.otio']]);
  expect(split('all.srt', 'more.txt', 'words.TextGrid', 'fog.json')).toEqual([
    ['more.txt'],
    ['words.TextGrid', 'fog.json', 'all.srt'],
  ]);
});
