import { envelopePoints, factorAt, splitChannels, type EnvelopePoint } from '@cruvo/core/audio';
import type { PlacedSound } from '@cruvo/core/scene';
import { openVoice, type VoiceReader } from '../../workers/voiceReader';

/** A voice on the timeline. */
export interface PlacedVoice extends PlacedSound {
  readonly url: string;
  /** Id of its line. */
  readonly line: string;
}

/** A stretch of a chunk that sounds between two times of the scene. */
interface Piece {
  readonly start: number;
  readonly end: number;
  /** Where in the chunk it begins. */
  readonly offset: number;
  /** The same from the start of what is heard of its voice. */
  readonly since: number;
  readonly envelope: readonly EnvelopePoint[];
  readonly chunk: () => Promise<AudioBuffer | null>;
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

  /**
   * Plays what sounds between two scene times, beginning at `when` on the audio clock.
   *
   * @param speed scene seconds in a second
   */
  schedule(from: number, to: number, when: number, speed = 1): void {
    for (const piece of this.piecesIn(from, to)) {
      void piece.chunk().then(
        (buffer) => buffer && this.play(buffer, piece, when + (piece.start - from) / speed, speed),
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
        const factor = factorAt(piece.envelope, piece.since);
        gain.gain.setValueAtTime(0, begin);
        gain.gain.linearRampToValueAtTime(factor, begin + SCRUB_FADE_SECONDS);
        gain.gain.setValueAtTime(factor, begin + SCRUB_SECONDS - SCRUB_FADE_SECONDS);
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

  private play(buffer: AudioBuffer, piece: Piece, when: number, speed: number): void {
    const { start, end, offset, since, envelope } = piece;
    const length = end - start;
    // All in seconds of the voice but for what the clock says.
    const late = speed * Math.max(0, this.context.currentTime - when);
    if (late >= length) return;
    const clock = (time: number) => when + time / speed;
    const level = this.context.createGain();
    level.gain.setValueAtTime(factorAt(envelope, since + late), clock(late));
    const inside = envelope.filter(({ time }) => time > since + late && time < since + length);
    for (const { time, factor } of inside) {
      level.gain.linearRampToValueAtTime(factor, clock(time - since));
    }
    level.gain.linearRampToValueAtTime(factorAt(envelope, since + length), clock(length));
    level.connect(this.context.destination);
    const source = this.source(buffer, level);
    source.playbackRate.value = speed;
    source.start(clock(late), offset + late, length - late);
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
  private piecesIn(from: number, to: number): Piece[] {
    return this.voices.flatMap((voice) => {
      const envelope = envelopePoints(voice.envelope, voice.duration);
      // The scene's time at which the recording would begin if all of it were heard.
      const origin = voice.start - voice.offset;
      const begin = Math.max(from, voice.start) - origin;
      const end = Math.min(to, voice.start + voice.duration) - origin;
      const pieces: Piece[] = [];
      const first = Math.floor(begin / CHUNK_SECONDS);
      for (let index = first; index * CHUNK_SECONDS < end; index++) {
        const at = Math.max(begin, index * CHUNK_SECONDS);
        const next = Math.min(end, (index + 1) * CHUNK_SECONDS);
        if (next <= at) continue;
        pieces.push({
          start: origin + at,
          end: origin + next,
          offset: at - index * CHUNK_SECONDS,
          since: at - voice.offset,
          envelope,
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
