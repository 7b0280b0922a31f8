import { splitChannels } from '@cruvo/core/audio';
import { openVoice, type VoiceReader } from '../../workers/voiceReader';

/** A voice on the timeline. */
export interface PlacedVoice {
  readonly url: string;
  /** Seconds from the start of the scene. */
  readonly start: number;
  readonly duration: number;
}

/** Voices are fetched and played in chunks of this many seconds. */
const CHUNK_SECONDS = 2;
const CHUNKS_KEPT = 60;
const SCRUB_SECONDS = 0.09;
const SCRUB_FADE_SECONDS = 0.012;

/** Fetches voices chunk by chunk and plays stretches of them at exact times of the audio clock. */
export class VoicePlayer {
  private readonly readers = new Map<string, Promise<VoiceReader>>();
  private readonly chunks = new Map<string, Promise<AudioBuffer | null>>();
  private readonly sounding = new Set<AudioBufferSourceNode>();
  private scrubbing: AudioBufferSourceNode | null = null;

  constructor(
    private readonly context: AudioContext,
    public voices: readonly PlacedVoice[],
  ) {}

  /** Resolves when the first sound from `time` on is at hand, so that play can begin with it. */
  async ready(time: number): Promise<void> {
    await Promise.all(this.piecesIn(time, time + 0.01).map(({ chunk }) => chunk()));
  }

  /** Plays what sounds between two scene times, beginning at `when` on the audio clock. */
  schedule(from: number, to: number, when: number): void {
    for (const { start, end, offset, chunk } of this.piecesIn(from, to)) {
      void chunk().then(
        (buffer) => buffer && this.play(buffer, when + (start - from), offset, end - start),
        // What can't be fetched stays silent; the picture goes on.
        () => undefined,
      );
    }
  }

  /** Lets a snippet at `time` be heard, as a finger on tape would. */
  scrub(time: number): void {
    const [piece] = this.piecesIn(time, time + SCRUB_SECONDS);
    void piece?.chunk().then(
      (buffer) => {
        if (!buffer) return;
        this.scrubbing?.stop();
        const gain = this.context.createGain();
        const begin = this.context.currentTime;
        gain.gain.setValueAtTime(0, begin);
        gain.gain.linearRampToValueAtTime(1, begin + SCRUB_FADE_SECONDS);
        gain.gain.setValueAtTime(1, begin + SCRUB_SECONDS - SCRUB_FADE_SECONDS);
        gain.gain.linearRampToValueAtTime(0, begin + SCRUB_SECONDS);
        gain.connect(this.context.destination);
        const source = this.source(buffer, gain);
        source.start(begin, piece.offset, SCRUB_SECONDS);
        this.scrubbing = source;
      },
      () => undefined,
    );
  }

  stopAll(): void {
    for (const source of this.sounding) source.stop();
    this.sounding.clear();
  }

  private play(buffer: AudioBuffer, when: number, offset: number, length: number): void {
    const late = Math.max(0, this.context.currentTime - when);
    if (late >= length) return;
    const source = this.source(buffer, this.context.destination);
    source.start(when + late, offset + late, length - late);
    this.sounding.add(source);
    source.onended = () => this.sounding.delete(source);
  }

  private source(buffer: AudioBuffer, target: AudioNode): AudioBufferSourceNode {
    const source = this.context.createBufferSource();
    source.buffer = buffer;
    source.connect(target);
    return source;
  }

  /** The stretches of chunks that sound between two scene times; start and end are scene times. */
  private piecesIn(from: number, to: number) {
    return this.voices.flatMap((voice) => {
      const begin = Math.max(from, voice.start) - voice.start;
      const end = Math.min(to, voice.start + voice.duration) - voice.start;
      const pieces = [];
      const first = Math.floor(begin / CHUNK_SECONDS);
      for (let index = first; index * CHUNK_SECONDS < end; index++) {
        const at = Math.max(begin, index * CHUNK_SECONDS);
        const next = Math.min(end, (index + 1) * CHUNK_SECONDS);
        if (next <= at) continue;
        pieces.push({
          start: voice.start + at,
          end: voice.start + next,
          offset: at - index * CHUNK_SECONDS,
          chunk: () => this.chunk(voice.url, index),
        });
      }
      return pieces;
    });
  }

  private chunk(url: string, index: number): Promise<AudioBuffer | null> {
    const key = `${index} ${url}`;
    const known = this.chunks.get(key);
    if (known) return known;
    const loading = this.load(url, index);
    this.chunks.set(key, loading);
    loading.catch(() => this.chunks.delete(key));
    const [oldest] = this.chunks.keys();
    if (this.chunks.size > CHUNKS_KEPT && oldest) this.chunks.delete(oldest);
    return loading;
  }

  private async load(url: string, index: number): Promise<AudioBuffer | null> {
    let reader = this.readers.get(url);
    if (!reader) {
      reader = openVoice(url);
      this.readers.set(url, reader);
      reader.catch(() => this.readers.delete(url));
    }
    const block = await (await reader).read(index * CHUNK_SECONDS, (index + 1) * CHUNK_SECONDS);
    if (block.samples.length === 0) return null;
    const length = block.samples.length / block.channels;
    const buffer = this.context.createBuffer(block.channels, length, block.sampleRate);
    splitChannels(block).forEach((samples, channel) => buffer.copyToChannel(samples, channel));
    return buffer;
  }
}
