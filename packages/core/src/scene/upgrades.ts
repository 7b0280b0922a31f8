import { upgradeFirstCharacter, upgradeSecondCharacter } from '../character/upgrades';
import { upgradeFitSettings } from '../mouth/fitSettings';
import { ENGLISH } from '../speech/language';

/** Turns a body of schema version n into one of version n + 1. */
export type Upgrade = (body: Record<string, unknown>) => Record<string, unknown>;

/**
 * Scenes, from version 1 on: fitting by sounds came with version 2, moods of lines with version 3, what
 * they show in pauses with version 4.
 */
export const SCENE_UPGRADES: readonly Upgrade[] = [
  (scene) => ({
    ...scene,
    lines: (scene['lines'] as Record<string, unknown>[]).map((line) => ({
      ...line,
      language: ENGLISH,
      channel: 'both',
      fit: upgradeFitSettings(line['fit'] as Parameters<typeof upgradeFitSettings>[0]),
    })),
  }),
  (scene) => ({
    ...scene,
    lines: (scene['lines'] as Record<string, unknown>[]).map((line) => ({ ...line, mood: null })),
  }),
  (scene) => ({
    ...scene,
    lines: (scene['lines'] as Record<string, unknown>[]).map((line) => ({
      ...line,
      silence: null,
    })),
  }),
];

/** Characters, from version 1 on: the tree of parts came with version 2, resting brows and more insides with 3. */
export const CHARACTER_UPGRADES: readonly Upgrade[] = [
  upgradeFirstCharacter,
  upgradeSecondCharacter,
];

/** Productions, from version 1 on: own pronunciations came with version 2. */
export const PRODUCTION_UPGRADES: readonly Upgrade[] = [
  (production) => ({ ...production, pronunciations: [] }),
];

/**
 * Applies all upgrades that a body still needs; one without a known version is left for its schema to refuse.
 *
 * @throws Error where a body is not of the version that it states
 */
export function upgraded(body: unknown, upgrades: readonly Upgrade[]): unknown {
  const version = (body as { schemaVersion?: unknown } | null)?.schemaVersion;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) return body;
  return upgrades
    .slice(version - 1)
    .reduce(
      (older, upgrade, index) => ({ ...upgrade(older), schemaVersion: version + index + 1 }),
      body as Record<string, unknown>,
    );
}
