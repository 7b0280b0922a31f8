import type { Migration } from '../migration';

type Table = Record<string, object>;

const each = (table: unknown, change: (item: never) => object): Table =>
  Object.fromEntries(
    Object.entries((table ?? {}) as Table).map(([id, item]) => [id, change(item as never)]),
  );

/** A cue may go along with a word; a channel of a take may move something else than was recorded, from elsewhere than rest. */
export const hooksAndMappedChannels: Migration = (scene) => ({
  ...scene,
  cues: each(scene['cues'], (cue: object) => ({ ...cue, hook: null })),
  takes: each(scene['takes'], (take: { channels: { control: string }[] }) => ({
    ...take,
    channels: take.channels.map((channel) => ({
      ...channel,
      recorded: channel.control,
      offset: 0,
    })),
  })),
});
