import type { Problem } from '@cruvo/core/problem';
import type { Voice } from '@cruvo/core/scene';
import { beginRecording, deleteRecording, sendPiece, voiceOfRecording } from '../api/recordings';
import { PieceQueue } from './pieceQueue';

/** Sound that is being recorded, piece by piece: what was said half a second ago is safe on the server. */
export class VoiceRecording {
  private constructor(
    private readonly id: string,
    private readonly queue: PieceQueue,
  ) {}

  /**
   * @param sampleRate Hz
   * @param onTrouble told why it isn't safe just now, and null as soon as it is
   * @throws Problem where it can't be begun
   */
  static async begin(
    scene: string,
    name: string,
    sampleRate: number,
    onTrouble: (problem: Problem | null) => void,
  ): Promise<VoiceRecording> {
    const id = crypto.randomUUID();
    await beginRecording({ id, scene, name, sampleRate });
    const send = (at: number, piece: Int16Array<ArrayBuffer>) => sendPiece(id, at, piece);
    return new VoiceRecording(id, new PieceQueue(sampleRate, send, onTrouble));
  }

  /** Takes samples between -1 and 1. */
  push(samples: Float32Array): void {
    this.queue.push(samples);
  }

  /** Seconds recorded, and those of them that are not safe yet. */
  get times(): PieceQueue['times'] {
    return this.queue.times;
  }

  /** Ends it. @throws Problem */
  async finish(): Promise<Voice> {
    await this.queue.finish();
    const voice = await voiceOfRecording(this.id);
    await deleteRecording(this.id);
    return voice;
  }

  /** Sends nothing more; what is safe stays where it is. */
  close(): void {
    this.queue.close();
  }

  /** Ends it and throws it away. */
  async discard(): Promise<void> {
    this.queue.close();
    await deleteRecording(this.id).catch(() => undefined);
  }
}
