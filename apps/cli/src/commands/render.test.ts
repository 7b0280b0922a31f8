import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { plainSvg, svg, testFolder, toneIn, wav, write } from '@cruvo/media/testing';
import { run } from '@cruvo/media/tools';
import { cruvoProgram } from '../program';

const CRUVO = fileURLToPath(new URL('../../../../bin/cruvo', import.meta.url));
const folder = testFolder();
const closed = write(folder, 'shut.svg', plainSvg('#ff0000'));
const open = write(folder, 'wide.svg', plainSvg('#ffffff'));
const voice = wav(folder, 'voice.wav', 1, toneIn([0.4, 0.8]));
const out = join(folder, 'film.mp4');

const cruvo = (...args: string[]) => run(CRUVO, args);
const argsOf = (change: Record<string, string>) => {
  const options = { closed, open, voice, out, size: '320x180', ...change };
  return ['render', ...Object.entries(options).flatMap(([name, value]) => [`--${name}`, value])];
};
const render = (change: Record<string, string> = {}, ...more: string[]) =>
  cruvo(...argsOf(change), ...more);

beforeAll(() => delete process.env['NODE_OPTIONS']);

describe('cruvo render', () => {
  it('makes a film without a database, and prints nothing where there is no terminal', async () => {
    const { code, stdout, stderr } = await render(
      { fps: '29.97', background: '#00ff00' },
      '--quiet',
    );
    expect({ code, stdout, stderr }).toEqual({ code: 0, stdout: '', stderr: '' });
    const entries = 'stream=codec_name,width,height,r_frame_rate';
    const probe = await run('ffprobe', [
      '-v',
      'error',
      '-of',
      'csv=p=0',
      '-show_entries',
      entries,
      out,
    ]);
    expect(probe.stdout).toContain('h264,320,180,30000/1001');
    expect(probe.stdout).toContain('aac');
  });

  it('makes other things by their names, see-through where that is wished', async () => {
    const webm = join(folder, 'film.webm');
    expect((await render({ out: webm, background: 'none' }, '--quiet')).code).toBe(0);
    const entries = ['-of', 'csv=p=0', '-show_entries', 'stream=codec_name:stream_tags=alpha_mode'];
    const { stdout } = await run('ffprobe', ['-v', 'error', ...entries, webm]);
    expect(stdout).toMatch(/vp9,1/);
    const timing = join(folder, 'words.json');
    const { code, stderr } = await render({ out: timing });
    expect([code, stderr]).toEqual([0, expect.stringContaining('also wrote')]);
    expect(readdirSync(folder)).toEqual(
      expect.arrayContaining(['words.json', 'words.srt', 'words.otio', 'words.TextGrid']),
    );
  });

  it('says so when the voice is silent, and rests', async () => {
    const { code, stderr } = await render({ voice: wav(folder, 'still.wav', 0.5, () => 0) });
    expect([code, stderr]).toEqual([
      0,
      'cruvo: Nothing can be heard in this recording, so the mouth stays at rest.\n',
    ]);
  });

  it.each([
    ['a missing file', { voice: 'nowhere.wav' }, 'There is no file “nowhere.wav”.'],
    ['a folder', { closed: folder }, /is not a file/],
    [
      'a text named .wav',
      { voice: write(folder, 'text.wav', 'hello') },
      /“text.wav” is not a sound/,
    ],
    [
      'an SVG with a script',
      { open: write(folder, 'bad.svg', svg(9, 9, '<script/>')) },
      /“bad.svg” contains a <script>/,
    ],
    [
      'an odd size',
      { size: '321x180' },
      'The width of MP4 must be an even number of pixels, such as 322.',
    ],
    ['a size that is none', { size: 'large' }, /Write it as 1280x720/],
    ['an unknown way to follow', { follow: 'smell' }, /follow sounds or loudness, not “smell”/],
    ['an unknown rate', { fps: '13' }, /The frame rate must be one of 12, 23.976/],
    ['a colour that is none', { background: 'blue' }, /Write a colour as #/],
    ['a film that is none', { out: join(folder, 'film.txt') }, /ends in \.mp4, \.webm/],
    ['a name that does not fit', { format: 'gif' }, /GIF needs a name that ends in \.gif/],
    ['an MP4 that is see-through', { background: 'none' }, /MP4 can’t be see-through/],
    ['a folder that is not there', { out: join(folder, 'no', 'film.mp4') }, /no writable folder/],
  ])('refuses %s in one sentence, and writes nothing', async (_what, change, sentence) => {
    const before = readdirSync(folder).sort();
    const args = argsOf(change as Record<string, string>);
    await expect(cruvoProgram().parseAsync(args, { from: 'user' })).rejects.toThrow(sentence);
    expect(readdirSync(folder).sort()).toEqual(before);
  });

  it('names a missing option', async () => {
    const { code, stderr } = await cruvo('render', '--closed', closed);
    expect([code, stderr]).toEqual([
      1,
      "error: required option '--open <picture>' not specified\n",
    ]);
  });

  it('has help that shows how', async () => {
    const { code, stdout } = await cruvo('render', '--help');
    expect(code).toBe(0);
    expect(stdout).toContain('cruvo render --closed shut.png --open wide.png');
    expect((await cruvo('--help')).stdout).toMatch(/render[^\n]+film[\s\S]+worker/);
  });
});
