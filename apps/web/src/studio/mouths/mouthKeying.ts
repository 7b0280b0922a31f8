import type { MemberProgram, Program } from '@cruvo/core/program';
import { frameAt, toFlicks } from '@cruvo/core/time';
import type { Transport } from '../playback/transport';
import { followPlayhead } from '../playback/followPlayhead';
import type { SceneStore } from '../sceneStore';
import { setOne } from '../sheet/sheetEdits';

/** A mouth that is being laid: who shows it, and in which frames. */
interface Laid {
  readonly member: string;
  readonly drawing: string;
  readonly from: number;
  /** The frame after the last in which it is set. */
  readonly to: number;
}

/**
 * Lays mouths while the scene plays: each press of a key begins one, which grows with the playhead until the next press,
 * or until playing stops. All that is laid in one go is one step to undo.
 */
export class MouthKeying {
  private laid: Laid | null = null;
  private unfollow: (() => void) | null = null;

  constructor(
    private readonly store: SceneStore,
    private readonly transport: Transport,
    private program: Program,
  ) {}

  /** Takes over the scene as it was made ready anew. */
  update(program: Program): void {
    this.program = program;
  }

  /** Begins a mouth of a member at the playhead. */
  press(member: string, drawing: string): void {
    const from = this.frame();
    if (this.unfollow) {
      // Pictures may have been dropped since it last grew.
      this.grow();
    } else {
      this.store.history.begin();
      this.unfollow = followPlayhead(this.transport, () => this.grow());
    }
    this.laid = { member, drawing, from, to: from };
    this.grow();
  }

  /** Ends what is being laid. */
  stop(): void {
    if (!this.unfollow) return;
    this.unfollow();
    this.unfollow = null;
    this.laid = null;
    this.store.history.end();
  }

  private frame(): number {
    return frameAt(toFlicks(this.transport.time()), this.program.scene.frameRate);
  }

  private grow(): void {
    if (!this.transport.state.getState().playing) return this.stop();
    const { laid } = this;
    if (!laid) return;
    const to = this.frame() + 1;
    // A loop has begun again: what was laid ends there.
    if (to <= laid.from) this.laid = null;
    if (to <= laid.to) return;
    const member = this.program.members.find((one: MemberProgram) => one.member.id === laid.member);
    if (member) setOne(this.store, member, { from: laid.from, to }, laid.drawing);
    this.laid = { ...laid, to };
  }
}
