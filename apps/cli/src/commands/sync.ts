import { availableParallelism } from 'node:os';
import { basename, isAbsolute } from 'node:path';
import { fileURLToPath } from 'node:url';
import Table from 'cli-table3';
import { Command } from 'commander';
import pLimit from 'p-limit';
import { glob, isDynamicPattern } from 'tinyglobby';
import { object, string, ValidationError } from 'yup';
import { VOICE_CHANNELS, type VoiceChannel } from '@cruvo/core/audio';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import { type Sound, VISEME_NAMES, languageSchema } from '@cruvo/core/speech';
import { prepareScriptHere } from '@cruvo/media/speech';
import { run } from '@cruvo/media/tools';
import { hearAsLive, hearRecording } from '@cruvo/media/voice';
import { readScriptFile, scriptBeside } from '../material/scriptFile';

interface SyncOptions {
  readonly script?: string;
  readonly text?: string;
  readonly language: string;
  readonly channel: VoiceChannel;
  readonly live?: boolean;
  readonly json?: boolean;
}

const CRUVO = fileURLToPath(new URL('../../../../bin/cruvo', import.meta.url));

const optionsSchema = object({
  language: languageSchema(),
  channel: string<VoiceChannel>()
    .required()
    .oneOf(VOICE_CHANNELS, 'The channel must be left, right or both'),
});

const EXAMPLES = `
Examples:
  cruvo sync hello.wav
  cruvo sync hello.wav --text "Hello there." --json > hello.json
  cruvo sync bulletin.flac --script bulletin.txt
  cruvo sync "lines/*.wav" --json

Prints the sounds of a voice: when each begins and ends in seconds, which mouth it takes (a viseme of
MPEG-4, 0 to 14), which phone and word it is, and how sure that is. With several files, a script named
like a voice (hello.txt beside hello.wav) is used for it, and the exit status tells whether all went well.`;

export function syncCommand(): Command {
  return new Command('sync')
    .description('Hear when a voice says which sounds.')
    .argument('<voice...>', 'sound files, or patterns such as "lines/*.wav"')
    .option('--script <file>', 'a text file with what is said')
    .option('--text <words>', 'what is said')
    .option('--language <code>', 'what is spoken: en, es, fr, it, de, pl, …', 'en')
    .option('--channel <which>', 'which channel is heard: left, right or both', 'both')
    .option('--live', 'hear it as from a microphone, without looking ahead')
    .option('--json', 'print JSON')
    .addHelpText('after', EXAMPLES)
    .action(sync);
}

async function sync(patterns: string[], options: SyncOptions): Promise<void> {
  checkOptions(options);
  const files = await filesOf(patterns);
  if (files.length === 1) await syncOne(files[0]!, options);
  else await syncMany(files, options);
}

function checkOptions(options: SyncOptions): void {
  try {
    optionsSchema.validateSync(options);
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    throw new Problem('bad-input', `${error.message}.`);
  }
  const refuse = (sentence: string) => {
    throw new Problem('bad-input', sentence);
  };
  if (options.script !== undefined && options.text !== undefined)
    refuse('Give either --script or --text, not both.');
  if (options.live && (options.script !== undefined || options.text !== undefined))
    refuse('A live voice has no script: leave out --live, or --script and --text.');
}

async function filesOf(patterns: readonly string[]): Promise<string[]> {
  const found = await Promise.all(
    patterns.map(async (pattern) => {
      if (!isDynamicPattern(pattern)) return [pattern];
      const files = (
        await glob(pattern, { expandDirectories: false, absolute: isAbsolute(pattern) })
      ).sort();
      if (files.length === 0) throw new Problem('not-found', `No file matches “${pattern}”.`);
      return files;
    }),
  );
  return [...new Set(found.flat())];
}

async function syncOne(file: string, options: SyncOptions): Promise<void> {
  const { channel, live, json, language } = options;
  const name = basename(file);
  const prepared =
    options.text === undefined
      ? await readScriptFile(options.script, language)
      : await prepareScriptHere(options.text, language);
  if (prepared?.notice) process.stderr.write(`cruvo: ${prepared.notice}\n`);
  const { duration, sounds } = live
    ? await hearAsLive(file, name, { channel })
    : await hearRecording(file, name, { channel, script: prepared });
  process.stdout.write(
    json ? `${JSON.stringify({ version: 1, duration, sounds })}\n` : tableOf(sounds),
  );
}

function tableOf(sounds: readonly Sound[]): string {
  const table = new Table({
    head: ['start', 'end', 'mouth', 'phone', 'word', 'sure'],
    colAligns: ['right', 'right', 'left', 'left', 'left', 'right'],
    style: { head: [], border: [], compact: true },
  });
  let last: string | null = null;
  for (const { start, end, viseme, phone, word, confidence } of sounds) {
    table.push([
      start.toFixed(3),
      end.toFixed(3),
      `${viseme} ${VISEME_NAMES[viseme]}`,
      phone ?? '',
      word === last ? '' : (word ?? ''),
      `${Math.round(100 * confidence)} %`,
    ]);
    last = word;
  }
  return `${table.toString()}\n`;
}

/** Each file in a process of its own, as many at once as there are processors. */
async function syncMany(files: readonly string[], options: SyncOptions): Promise<void> {
  const atOnce = pLimit(availableParallelism());
  const results = await Promise.all(
    files.map((file) => atOnce(async () => ({ file, ...(await syncApart(file, options)) }))),
  );
  if (options.json) {
    const whole = results.map(({ file, code, stdout, stderr }) =>
      code === 0
        ? { file, status: 0, ...(JSON.parse(stdout) as object) }
        : { file, status: code, error: sentence(stderr) },
    );
    process.stdout.write(`${JSON.stringify(whole)}\n`);
  }
  for (const { file, code, stdout, stderr } of results) {
    if (!options.json)
      process.stdout.write(
        `${file}: ${code === 0 ? 'heard' : 'failed'} (status ${code})\n${stdout}`,
      );
    if (stderr) process.stderr.write(`${file}: ${sentence(stderr)}\n`);
  }
  const failed = results.filter(({ code }) => code !== 0).length;
  if (failed > 0)
    throw new Problem('bad-input', `${failed} of ${files.length} files could not be heard.`);
}

async function syncApart(file: string, options: SyncOptions) {
  const named = options.script ?? ((options.text ?? options.live) ? undefined : null);
  const beside = named === null ? await scriptBeside(file) : named;
  const args = ['sync', file, '--language', options.language, '--channel', options.channel];
  if (options.live) args.push('--live');
  if (options.json) args.push('--json');
  if (options.text !== undefined) args.push('--text', options.text);
  if (beside) args.push('--script', beside);
  try {
    return await run(CRUVO, args);
  } catch (error) {
    return { code: 1, stdout: '', stderr: sentenceOf(error) };
  }
}

const sentence = (stderr: string) => stderr.trim().replace(/^cruvo: /, '');
