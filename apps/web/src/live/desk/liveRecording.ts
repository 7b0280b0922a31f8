import type { FiredCue } from '@cruvo/core/cues';
import { PassRecorder, writeRecording } from '@cruvo/core/passes';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import { placeOfTarget, valueOfShare, type MemberProgram } from '@cruvo/core/program';
import type { Voice } from '@cruvo/core/scene';
import { memberName } from '@cruvo/core/timing';
import { toFlicks } from '@cruvo/core/time';
import { addDocument } from '../../api/documents';
import { mediaUrl, storeTrack } from '../../api/media';
import { VoiceRecording } from '../../recording/voiceRecording';
import { analyseVoice, asAnalysedVoice, trackId } from '../../workers/analyseVoice';
import type { OpenDesk } from './DeskContext';
import type { LiveMember } from './liveDesk';
import { recordedScene, type SaidLive } from './recordedScene';

/** How often life is written down, ms. */
const LIFE_EVERY_MS = 33;

/** A stretch of sound that is recorded without a gap. */
interface Stretch {
  readonly member: string;
  /** Seconds from the beginning. */
  readonly start: number;
  readonly recording: Promise<VoiceRecording>;
}

/** Writes down what happens at a desk: voices as lines, cues and movement as takes, of which a scene is made. */
export class LiveRecording {
  private readonly begun = performance.now();
  private readonly passes = new Map<string, PassRecorder>();
  private readonly stretches: Stretch[] = [];
  private readonly endings: (() => void)[] = [];

  /** @param onTrouble told why sound isn't safe just now, and null as soon as it is */
  constructor(
    private readonly open: OpenDesk,
    private readonly onTrouble: (problem: Problem | null) => void,
  ) {
    const { desk, program } = open;
    desk.recording = {
      passTime: () => this.elapsed,
      move: (member, target, value) => this.passOf(member).move(target, this.elapsed, value),
      letGo: (member, target) => this.passOf(member).letGo(target, this.elapsed),
    };
    for (const own of program.members) {
      const member = desk.members.get(own.member.id)!;
      member.cues.begin();
      this.follow(own, member);
    }
  }

  /** Seconds. */
  get elapsed(): number {
    return (performance.now() - this.begun) / 1000;
  }

  /**
   * Ends it, and makes a scene of it.
   *
   * @param onStep told what is done just now
   * @returns its id @throws Problem
   */
  async finish(
    name: string,
    onStep: (sentence: string) => void,
    signal: AbortSignal,
  ): Promise<string> {
    const duration = this.elapsed;
    const { desk, program, scene, production } = this.open;
    const fired = new Map<string, readonly FiredCue[]>(
      program.members.map(({ member }) => [
        member.id,
        desk.members.get(member.id)!.cues.finish(toFlicks(duration)),
      ]),
    );
    this.stop();
    onStep('Keeping the sound …');
    const said: SaidLive[] = [];
    for (const { member, start, recording } of this.stretches) {
      const voice = await (await recording).finish();
      onStep('Hearing what was said …');
      said.push({ member, start, voice, track: await this.hear(voice, signal) });
    }
    onStep('Making the scene …');
    const passes = await Promise.all(
      program.members.map(async (own) => {
        const { id } = own.member;
        const atRest = (target: string) => {
          const place = placeOfTarget(own.controls, target);
          return place ? own.controls.rest[place.slot]! : 0;
        };
        const recording = this.passes.get(id)?.finish(duration, atRest) ?? null;
        const bytes = recording && writeRecording(recording);
        if (bytes) await storeTrack(bytes);
        const hash = bytes && (await trackId(bytes));
        const cues = fired.get(id)!;
        return { id, member: id, from: 0, recording, hash, cues, complete: true };
      }),
    );
    const body = recordedScene(scene, name, duration, said, passes, () => crypto.randomUUID());
    const id = crypto.randomUUID();
    await addDocument(production, { id, kind: 'scene', body });
    return id;
  }

  /** Ends it; what was recorded is thrown away. */
  async discard(): Promise<void> {
    this.stop();
    await Promise.all(this.stretches.map(async ({ recording }) => (await recording).discard()));
  }

  private stop(): void {
    this.open.desk.recording = null;
    for (const end of this.endings.splice(0)) end();
  }

  private passOf(member: string): PassRecorder {
    const known = this.passes.get(member) ?? new PassRecorder();
    this.passes.set(member, known);
    return known;
  }

  /** Writes down the sound of a member as it comes, and the life of its body. */
  private follow(own: MemberProgram, { voice, id, lifeShares }: LiveMember): void {
    let stretch: Stretch | null = null;
    voice.record({
      take: (samples, { sampleRate, latency }) => {
        const late = latency + samples.length / sampleRate;
        stretch ??= this.beginStretch(own, this.elapsed - late, sampleRate);
        stretch.recording.then((recording) => recording.push(samples)).catch(() => undefined);
      },
      end: () => void (stretch = null),
    });
    const life = setInterval(() => {
      for (const [target, share] of lifeShares(own)) {
        const place = placeOfTarget(own.controls, target);
        if (!place) continue;
        const value = valueOfShare(own.controls, place, share);
        this.passOf(id).move(target, this.elapsed, value);
      }
    }, LIFE_EVERY_MS);
    this.endings.push(() => {
      voice.record(null);
      clearInterval(life);
    });
  }

  private beginStretch(own: MemberProgram, start: number, sampleRate: number): Stretch {
    const name = `${memberName(own)}, live`;
    const recording = VoiceRecording.begin(this.open.id, name, sampleRate, this.onTrouble);
    recording.catch((error: unknown) => {
      this.onTrouble(
        error instanceof Problem ? error : new Problem('unavailable', sentenceOf(error)),
      );
    });
    const stretch = { member: own.member.id, start: Math.max(0, start), recording };
    this.stretches.push(stretch);
    return stretch;
  }

  private async hear(voice: Voice, signal: AbortSignal): Promise<string> {
    const url = new URL(mediaUrl(voice.working), location.href).href;
    const { track } = await analyseVoice(
      { url, channel: 'both', script: null, language: 'en', own: [], stretch: null },
      () => undefined,
      signal,
    );
    const { id, bytes } = await asAnalysedVoice(track);
    await storeTrack(bytes);
    return id;
  }
}
