import { array, boolean, number, object, string } from 'yup';
import { schemaByKind } from '@cruvo/core/records';

/** A cue as a board shows it. */
export interface BoardCue {
  readonly id: string;
  readonly name: string;
  readonly key: string | null;
  /** Address of its picture; empty while there is none. */
  readonly picture: string;
  readonly on: boolean;
}

/** What a studio tells a board of cues in another window, and what a board tells a studio. */
export type BoardMessage =
  /** A board has opened, and wants to know. */
  | { readonly kind: 'hello' }
  | { readonly kind: 'cues'; readonly who: string; readonly cues: readonly BoardCue[] }
  /** A studio shows cues now: boards that are there say hello. */
  | { readonly kind: 'here' }
  /** The studio shows cues no more. */
  | { readonly kind: 'closed' }
  /** A button went down or up. @param at milliseconds since 1970: windows have clocks of their own */
  | {
      readonly kind: 'button';
      readonly cue: string;
      readonly down: boolean;
      readonly at: number;
    };

const messageSchema = schemaByKind<BoardMessage>({
  hello: object({}),
  here: object({}),
  closed: object({}),
  cues: object({
    who: string().required(),
    cues: array(
      object({
        ...{ id: string().required(), name: string().required() },
        ...{ key: string().nullable().defined(), picture: string().defined() },
        on: boolean().required(),
      }),
    ).required(),
  }),
  button: object({
    cue: string().required(),
    ...{ down: boolean().required(), at: number().required() },
  }),
});

/** A line between the windows of a scene, in which cues are fired. */
export class BoardLink {
  private readonly channel: BroadcastChannel;

  /** @param onMessage is told what the others say; what can't be read is passed over */
  constructor(scene: string, onMessage: (message: BoardMessage) => void) {
    this.channel = new BroadcastChannel(`cues ${scene}`);
    this.channel.onmessage = ({ data }: MessageEvent<unknown>) => {
      if (messageSchema.isValidSync(data, { strict: true })) onMessage(data);
    };
  }

  say(message: BoardMessage): void {
    this.channel.postMessage(message);
  }

  close(): void {
    this.channel.close();
  }
}

/** When an event happened, in milliseconds since 1970. */
export const momentOf = ({ timeStamp }: Pick<Event, 'timeStamp'>) =>
  performance.timeOrigin + timeStamp;
