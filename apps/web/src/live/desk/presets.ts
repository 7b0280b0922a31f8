import { array, boolean, lazy, object, string, type Schema } from 'yup';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { cuesOf } from '@cruvo/core/cues';
import type { Program } from '@cruvo/core/program';
import type { LiveDesk } from './liveDesk';

/** How things stand with one of the cast. */
export interface PresetMember {
  readonly mood: string | null;
  readonly muted: boolean;
  readonly lively: boolean;
  /** Ids of the cues that are on. */
  readonly cues: readonly string[];
}

/** How things stand at a desk, under a name: a greeting, thinking, away. */
export interface Preset {
  readonly id: string;
  readonly name: string;
  readonly members: Readonly<Record<string, PresetMember>>;
}

/** As many as there are keys. */
export const MOST_PRESETS = 9;

const memberSchema = object({
  mood: string().nullable().defined(),
  ...{ muted: boolean().required(), lively: boolean().required() },
  cues: array(string().required()).required(),
});
const presetsSchema = array(
  object({
    ...{ id: string().required(), name: string().required().max(60) },
    members: lazy((value: unknown) =>
      object(Object.fromEntries(Object.keys(value ?? {}).map((id) => [id, memberSchema]))),
    ),
  }),
)
  .required()
  .max(MOST_PRESETS) as unknown as Schema<readonly Preset[]>;

/** The presets of scenes: kept in this browser; what can't be read is left out. */
export const usePresetStore = create<{ scenes: Readonly<Record<string, readonly Preset[]>> }>()(
  persist(() => ({ scenes: {} }), {
    name: 'cruvo live presets',
    merge: (kept, now) => {
      const scenes = Object.entries((kept as { scenes?: object } | undefined)?.scenes ?? {});
      const read = scenes.filter(([, presets]) => presetsSchema.isValidSync(presets));
      return { ...now, scenes: Object.fromEntries(read) as Record<string, readonly Preset[]> };
    },
  }),
);

export function setPresets(scene: string, presets: readonly Preset[]): void {
  usePresetStore.setState(({ scenes }) => ({ scenes: { ...scenes, [scene]: presets } }));
}

/** How things stand now, as a preset. */
export function presetOf(desk: LiveDesk, id: string, name: string): Preset {
  const members = [...desk.members].map(([member, { voice, cues, state }]) => {
    const { mood, muted } = voice.state.getState();
    const { lively } = state.getState();
    return [member, { mood, muted, lively, cues: [...cues.state.getState().active] }] as const;
  });
  return { id, name, members: Object.fromEntries(members) };
}

/** Lets things stand as a preset says. Cues and moods that are not there any more are passed over. */
export function recall(desk: LiveDesk, { members: table }: Preset, { members }: Program): void {
  for (const { member, character } of members) {
    const wanted = Object.hasOwn(table, member.id) ? table[member.id]! : null;
    const own = desk.members.get(member.id);
    if (!wanted || !own) continue;
    own.voice.set({ mood: wanted.mood, muted: wanted.muted });
    own.setLively(wanted.lively);
    const { active } = own.cues.state.getState();
    for (const cue of cuesOf(character)) {
      if (active.has(cue.id) === wanted.cues.includes(cue.id)) continue;
      if (!active.has(cue.id)) own.cues.press(cue);
      else if (cue.mode === 'latched') {
        own.cues.press(cue);
        own.cues.release(cue.id);
      } else own.cues.release(cue.id);
    }
  }
}
