import { execFileSync } from 'node:child_process';
import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import { USUAL_FILM, type FilmFormatName, type FilmSettings } from '@cruvo/core/delivery';
import { DEFAULT_FIT } from '@cruvo/core/mouth';
import { toFlicks } from '@cruvo/core/time';
import { timingSchema, type Timing } from '@cruvo/core/timing';
import { testFolder, toneIn, wav } from '@cruvo/media/testing';
import { analyseWorkingVoice, writeWorkingVoice } from '@cruvo/media/voice';
import { plainPicture } from '../testing';
import { filmOfTwoDrawings } from '../twoDrawings';
import type { FilmJob, RenderedFilm } from './filmJob';
import { renderFilm } from './renderFilm';

const folder = testFolder();
const usual: FilmSettings = {
  ...USUAL_FILM,
  ...{ width: 320, height: 180, frameRate: '24', background: null, format: 'png' },
};
const EXTENSIONS: Partial<Record<FilmFormatName, string>> = { awebp: 'webp', apng: 'png' };

let made: Omit<FilmJob, 'settings' | 'output'>;

beforeAll(async () => {
  // A square, red when shut and half see-through blue when open; it opens with the tone.
  const voicePath = join(folder, 'working.wav');
  const recording = wav(folder, 'v.wav', 2, toneIn([0.5, 1]));
  made = await filmOfTwoDrawings({
    closed: plainPicture('#ff0000', 90, 90),
    open: plainPicture('#0000ff80', 90, 90),
    voice: await writeWorkingVoice(recording, 'v.wav', voicePath),
    voicePath,
    fit: { ...DEFAULT_FIT, method: 'loudness', leadSeconds: 0 },
    track: await analyseWorkingVoice(voicePath, { script: null, channel: 'both' }),
  });
});

let count = 0;
async function render(change: Partial<FilmSettings>): Promise<RenderedFilm & { path: string }> {
  const settings = { ...usual, ...change };
  const path = join(folder, `out ${count++}.${EXTENSIONS[settings.format] ?? settings.format}`);
  return { ...(await renderFilm({ ...made, settings, output: path })), path };
}

/** What another program says of a file. */
function probe(path: string): Record<string, string | number>[] {
  const shown = execFileSync('ffprobe', ['-v', 'error', '-of', 'json', '-show_streams', path]);
  return (JSON.parse(shown.toString()) as { streams: Record<string, string | number>[] }).streams;
}

/** The colour and the opacity of a pixel in the middle, and of one beside the drawing, in every frame. */
function pixels(path: string, decoder: string[] = []): { middle: number[]; beside: number[] }[] {
  const raw = execFileSync(
    'ffmpeg',
    [...['-v', 'error', ...decoder, '-i', path, '-f', 'rawvideo', '-pix_fmt', 'rgba', 'pipe:1']],
    { maxBuffer: 1 << 28 },
  );
  const size = 4 * 320 * 180;
  const at = (frame: number, x: number, y: number) => [
    ...raw.subarray(frame * size + 4 * (y * 320 + x)).subarray(0, 4),
  ];
  return Array.from({ length: raw.length / size }, (_, frame) => {
    return { middle: at(frame, 160, 90), beside: at(frame, 10, 90) };
  });
}

const SHUT = [255, 0, 0, 255];
const OPEN = [0, 0, 255, 128];
const NOTHING = [0, 0, 0, 0];

function expectColor(found: number[], wanted: number[], off: number): void {
  found.forEach((value, at) => {
    if (wanted[3] === 0 && at < 3) return;
    expect(Math.abs(value - wanted[at]!)).toBeLessThanOrEqual(off);
  });
}

it.each([
  ['mov', 'prores', ['-c:v', 'prores'], 6],
  ['webm', 'vp9', ['-c:v', 'libvpx-vp9'], 14],
  ['apng', 'apng', ['-f', 'apng'], 0],
] as const)('%s keeps what is see-through', async (format, codec, decoder, off) => {
  const { path } = await render({ format });
  expect(probe(path)[0]).toMatchObject({ codec_name: codec, width: 320, height: 180 });
  const frames = pixels(path, [...decoder]);
  expect(frames).toHaveLength(48);
  for (const at of [2, 40]) expectColor(frames[at]!.middle, SHUT, off);
  expectColor(frames[18]!.middle, OPEN, off);
  for (const { beside } of frames) expectColor(beside, NOTHING, off);
});

it.each([
  ['mp4', 'h264', 'aac'],
  ['webm', 'vp9', 'opus'],
  ['av1', 'av1', 'opus'],
  ['mov', 'prores', 'pcm_s24le'],
] as const)(
  '%s says what its colours mean, and its sound is in sync',
  async (format, ...codecs) => {
    const { path } = await render({ format, background: '#102030' });
    const streams = probe(path);
    expect(streams.map((one) => one['codec_name'])).toEqual(codecs);
    expect(streams[0]).toMatchObject({ color_space: 'bt709', color_primaries: 'bt709' });
    const heard = execFileSync('ffmpeg', [
      ...['-v', 'error', '-i', path, '-map', '0:a', '-ac', '1', '-ar', '48000'],
      ...['-f', 'f32le', 'pipe:1'],
    ]);
    const samples = new Float32Array(heard.buffer.slice(heard.byteOffset), 0, heard.length >> 2);
    const level = (from: number, to: number) => {
      const part = samples.subarray(from * 48_000, to * 48_000);
      return Math.sqrt(part.reduce((sum, value) => sum + value * value, 0) / part.length);
    };
    expect(level(0.52, 0.98)).toBeGreaterThan(10 * level(0, 0.46));
    expect(level(0.52, 0.98)).toBeGreaterThan(10 * level(1.04, 1.9));
  },
);

it.each(['png', 'webp'] as const)('%s pictures lie in a zip with their sound', async (format) => {
  const { path } = await render({ format });
  const files = unzipSync(readFileSync(path));
  const table = JSON.parse(Buffer.from(files['manifest.json']!).toString()) as {
    pictures: string[];
    sound: string;
  };
  expect(table).toMatchObject({ frames: 48, frameRate: '24', alpha: 'straight', width: 320 });
  expect(Object.keys(files)).toEqual([...table.pictures, table.sound, 'manifest.json']);
  const out = join(folder, `${format} pictures`);
  mkdirSync(out);
  const write = (name: string) => {
    execFileSync('tee', [join(out, name)], {
      input: files[name]!,
      stdio: ['pipe', 'ignore', 'ignore'],
    });
    return join(out, name);
  };
  const off = format === 'png' ? 0 : 6;
  for (const [at, color] of [
    [2, SHUT],
    [18, OPEN],
    [40, SHUT],
  ] as const) {
    const [picture] = pixels(write(table.pictures[at]!));
    expectColor(picture!.middle, color, off);
    expectColor(picture!.beside, NOTHING, off);
  }
  expect(probe(write(table.sound))[0]).toMatchObject({
    ...{ codec_name: 'pcm_s24le', sample_rate: '48000', channels: 2, duration: '2.000000' },
  });
});

it('colours can be multiplied by their opacity', async () => {
  const { path } = await render({ format: 'apng', premultiplied: true });
  expectColor(pixels(path, ['-f', 'apng'])[18]!.middle, [0, 0, 128, 128], 1);
});

it.each([
  [null, NOTHING],
  ['#00ff00', [0, 255, 0, 255]],
])('a GIF repeats over %s', async (background, beside) => {
  const { path } = await render({ format: 'gif', frameRate: '25', background });
  expect(readFileSync(path).includes('NETSCAPE2.0')).toBe(true);
  const frames = pixels(path);
  expect(frames).toHaveLength(50);
  expectColor(frames[4]!.middle, SHUT, 4);
  expectColor(frames[4]!.beside, beside, 4);
});

it('an animated WebP holds every frame as long as it is seen', async () => {
  const { path } = await render({ format: 'awebp' });
  const bytes = readFileSync(path);
  expect(bytes.toString('latin1', 8, 12)).toBe('WEBP');
  let [shown, at] = [0, 12];
  while (at + 8 <= bytes.length) {
    const [kind, size] = [bytes.toString('latin1', at, at + 4), bytes.readUInt32LE(at + 4)];
    // Repeats for ever.
    if (kind === 'ANIM') expect(bytes.readUInt16LE(at + 12)).toBe(0);
    if (kind === 'ANMF') shown += bytes.readUIntLE(at + 8 + 12, 3);
    at += 8 + size + (size % 2);
  }
  expect(Math.abs(shown - 2000)).toBeLessThan(42);
});

it('a loop goes over into its beginning, and says where it does not', async () => {
  const seconds = (start: number, end: number) => ({ start: toFlicks(start), end: toFlicks(end) });
  // It ends open and begins shut.
  const hard = await render({ format: 'apng', stretch: seconds(0, 0.9) });
  expect(hard.notes).toEqual([]);
  const mid = await render({ format: 'apng', stretch: seconds(0.2, 0.9), crossfade: 0.25 });
  const frames = pixels(mid.path, ['-f', 'apng']);
  expect(frames).toHaveLength(Math.ceil(0.7 * 24) - 6);
  // Half way from blue and half see-through to red.
  expectColor(frames[2]!.middle, [170, 0, 85, 183], 20);
});

it('a sprite sheet holds each picture once, and the table says when it is seen', async () => {
  const { path } = await render({ format: 'sheet' });
  const files = unzipSync(readFileSync(path));
  const name = Object.keys(files).find((one) => one.endsWith('.json'))!;
  const table = JSON.parse(Buffer.from(files[name]!).toString()) as {
    cell: { x: number; y: number; width: number; height: number };
    sprites: { page: number; x: number; y: number }[];
    frames: { sprite: number; mouths: Record<string, string> }[];
    pages: { file: string; width: number; height: number }[];
  };
  expect(table.sprites).toHaveLength(2);
  expect(table.frames.map(({ sprite }) => sprite).slice(0, 24)).toEqual([
    ...new Array(12).fill(0),
    ...new Array(12).fill(1),
  ]);
  expect(
    [table.frames[2]!.mouths, table.frames[18]!.mouths].map((one) => Object.values(one)),
  ).toEqual([['Closed'], ['Open']]);
  // Only the square is kept, not the room beside it.
  expect(table.cell).toEqual({ x: 75, y: 5, width: 170, height: 170 });
  expect(table.pages[0]).toMatchObject({ width: 2 * 170, height: 170 });
});

it('a single picture shows the beginning of the stretch', async () => {
  const stretch = { start: toFlicks(0.75), end: toFlicks(1) };
  const { path } = await render({ format: 'poster', stretch });
  expectColor(pixels(path)[0]!.middle, OPEN, 0);
});

it('a stretch of a scene begins and ends with its sound', async () => {
  const stretch = { start: toFlicks(0.75), end: toFlicks(1.5) };
  const { path } = await render({ format: 'mov', stretch });
  const [picture, sound] = probe(path);
  expect(Number(picture!['nb_frames'])).toBe(18);
  expect(Number(sound!['duration'])).toBeCloseTo(0.75, 2);
  const frames = pixels(path, ['-c:v', 'prores']);
  expectColor(frames[2]!.middle, OPEN, 6);
  expectColor(frames[16]!.middle, SHUT, 6);
});

it('sound is brought to a loudness as far as its peaks allow', async () => {
  const quiet = await render({ format: 'wav', loudness: -30 });
  // As quiet, but for a click.
  const peaky = wav(folder, 'peaky.wav', 2, (time) => {
    return toneIn([0.5, 1])(time) + (time > 1.5 && time < 1.5001 ? 0.9 : 0);
  });
  const { sounds } = made;
  made = { ...made, sounds: sounds.map((one) => ({ ...one, path: peaky })) };
  const loud = await render({ format: 'wav', loudness: -5 });
  made = { ...made, sounds };
  const measured = ({ path }: { path: string }) => {
    const { stderr } = ebur(path);
    const shown = stderr.slice(stderr.lastIndexOf('Summary:'));
    return [/I:\s+(\S+) LUFS/, /Peak:\s+(\S+) dBFS/].map((one) => Number(one.exec(shown)![1]));
  };
  expect(measured(quiet)[0]).toBeCloseTo(-30, 0);
  expect(quiet.notes).toEqual([]);
  expect(measured(loud)[1]).toBeCloseTo(-1, 0);
  expect(loud.notes).toEqual([expect.stringMatching(/LUFS instead of −5.0: louder/)]);
});

it('the sound of each line is a file of its own', async () => {
  const { path } = await render({ format: 'stems' });
  const files = unzipSync(readFileSync(path));
  expect(Object.keys(files)).toEqual([expect.stringMatching(/^001 .*\.wav$/), 'lines.json']);
  expect(JSON.parse(Buffer.from(files['lines.json']!).toString())).toEqual([
    expect.objectContaining({ start: 0, duration: 2 }),
  ]);
});

it('timing comes in open formats that others read', async () => {
  const { files } = await render({ format: 'timing', captions: 'files' });
  const endings = files.map(({ path }) => path.replace(/^.*out \d+/, ''));
  expect(endings).toEqual([
    ...['.timing', ' events.csv', ' frames.csv', '.vtt', '.srt', '.TextGrid', '.otio', '.mid'],
  ]);
  const timing = JSON.parse(readFileSync(files[0]!.path, 'utf8')) as Timing;
  expect(timingSchema.isValidSync(timing)).toBe(true);
  expect(timing.lines[0]!.mouths.map(({ drawing }) => drawing)).toEqual([
    'Closed',
    'Open',
    'Closed',
  ]);
  expect(timing.controls.find(({ control }) => control === 'mouth.drawing')!.values).toHaveLength(
    48,
  );
});

it('captions lie beside a film that shows none', async () => {
  const { files, path } = await render({ format: 'mov', captions: 'files' });
  expect(files.map((file) => file.path)).toEqual([
    ...[path, path.replace(/mov$/, 'vtt'), path.replace(/mov$/, 'srt')],
  ]);
  expect(readFileSync(files[1]!.path, 'utf8')).toMatch(/^WEBVTT/);
});

it('says what does not go, and leaves nothing behind', async () => {
  const before = readdirSync(folder);
  await expect(
    render({ format: 'gif', stretch: { start: toFlicks(3), end: toFlicks(4) } }),
  ).rejects.toThrow(/over before the stretch begins/);
  const stop = new AbortController();
  const work = renderFilm({
    ...{ ...made, settings: usual, output: join(folder, 'stopped.zip'), signal: stop.signal },
    onProgress: (done) => done > 10 && stop.abort(),
  });
  await expect(work).rejects.toMatchObject({ code: 'cancelled' });
  expect(readdirSync(folder)).toEqual(before);
});

function ebur(path: string): { stderr: string } {
  const args = [
    '-v',
    'info',
    '-nostats',
    '-i',
    path,
    '-af',
    'ebur128=peak=true',
    '-f',
    'null',
    '-',
  ];
  return {
    stderr: execFileSync('sh', [
      '-c',
      `ffmpeg ${args.map((one) => `'${one}'`).join(' ')} 2>&1`,
    ]).toString(),
  };
}

describe('vectors that move', () => {
  it('hold pixels once each, and show them when they are seen', async () => {
    const svg = readFileSync((await render({ format: 'svg' })).path, 'utf8');
    expect(svg.match(/href="data:image\/png;base64,/g)).toHaveLength(2);
    expect(svg).toContain('width="320" height="180" viewBox="0 0 1920 1080"');
    const { path, files, notes } = await render({ format: 'lottie', background: '#102030' });
    expect([files.length, notes]).toEqual([1, []]);
    const lottie = JSON.parse(readFileSync(path, 'utf8')) as {
      op: number;
      layers: { ty: number; sc?: string }[];
      assets: { p?: string; layers?: { ty: number; ip: number; op: number }[] }[];
    };
    expect([lottie.op, lottie.layers.at(-1)!.sc]).toEqual([48, '#102030']);
    expect(lottie.assets.filter(({ p }) => p?.startsWith('data:image/png'))).toHaveLength(2);
    // Shut, open while the tone is heard, and shut again.
    const runs = lottie.assets.flatMap(({ layers }) => layers ?? []).map(({ ip, op }) => [ip, op]);
    expect(runs.sort((a, b) => a[0]! - b[0]!)).toEqual([
      [0, expect.closeTo(12, -1)],
      [expect.closeTo(12, -1), expect.closeTo(24, -1)],
      [expect.closeTo(24, -1), 48],
    ]);
  });
});
