import { loudnessOfChannels as productionChannels } from './production/0004-loudness-of-channels';
import { loudnessOfChannels as characterChannels } from './character/0009-loudness-of-channels';
import { cuesOfCharacter } from './character/0010-cues';
import { masksAndCurves } from './character/0012-masks-and-curves';
import { masksOfBackdrops } from './scene/0015-masks-of-backdrops';
import { particles } from './scene/0016-particles';
import { bodies } from './scene/0017-bodies';
import { cuesAndOthers } from './character/0011-cues-and-others';
import { drawnSignals as characterDrawnSignals } from './character/0008-drawn-signals';
import { browsAndInsides } from './character/0003-brows-and-insides';
import { parts } from './character/0002-parts';
import { bodiesThatBend } from './character/0006-bodies-that-bend';
import { padsViewsAndReactions } from './character/0007-pads-views-and-reactions';
import { bodyControls } from './character/0005-body-controls';
import { records as characterRecords } from './character/0004-records';
import type { Body, Migration } from './migration';
import { pronunciations } from './production/0002-pronunciations';
import { reactions as productionReactions } from './production/0003-reactions';
import { drawnSignals as sceneDrawnSignals } from './scene/0011-drawn-signals';
import { moods } from './scene/0003-moods';
import { pauses } from './scene/0004-pauses';
import { records as sceneRecords } from './scene/0005-records';
import { layeredBackdrops } from './scene/0007-layered-backdrops';
import { captionsAndRowOrder } from './scene/0009-captions-and-row-order';
import { linesWithoutAVoice } from './scene/0008-lines-without-a-voice';
import { stretches } from './scene/0006-stretches';
import { reactions } from './scene/0010-reactions';
import { cues } from './scene/0013-cues';
import { hooksAndMappedChannels } from './scene/0014-hooks-and-mapped-channels';
import { takes } from './scene/0012-takes';
import { sounds } from './scene/0002-sounds';

/** The migrations of each kind of document, from version 1 on. */
export const MIGRATIONS = {
  production: [pronunciations, productionReactions, productionChannels],
  character: [
    parts,
    browsAndInsides,
    characterRecords,
    bodyControls,
    bodiesThatBend,
    padsViewsAndReactions,
    characterDrawnSignals,
    characterChannels,
    cuesOfCharacter,
    cuesAndOthers,
    masksAndCurves,
  ],
  scene: [
    sounds,
    moods,
    pauses,
    sceneRecords,
    stretches,
    layeredBackdrops,
    linesWithoutAVoice,
    captionsAndRowOrder,
    reactions,
    sceneDrawnSignals,
    takes,
    cues,
    hooksAndMappedChannels,
    masksOfBackdrops,
    particles,
    bodies,
  ],
} as const satisfies Record<string, readonly Migration[]>;

/**
 * A body brought to the newest version; one without a known version is left for its schema to refuse.
 *
 * @throws TypeError where a body is not of the version that it states
 */
export function migrated(body: unknown, migrations: readonly Migration[]): unknown {
  const version = (body as { schemaVersion?: unknown } | null)?.schemaVersion;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) return body;
  return migrations
    .slice(version - 1)
    .reduce<Body>(
      (older, migration, index) => ({ ...migration(older), schemaVersion: version + index + 1 }),
      body as Body,
    );
}
