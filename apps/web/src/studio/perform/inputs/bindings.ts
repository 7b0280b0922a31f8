import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { bindingsSchema, type Binding } from '@cruvo/core/inputs';
import type { DeviceName } from './inputDevice';

interface Kept {
  /** By character and device. */
  readonly bindings: Readonly<Record<string, readonly Binding[]>>;
  setBindings(character: string, device: DeviceName, bindings: readonly Binding[]): void;
}

const placeOf = (character: string, device: DeviceName) => `${character} ${device}`;

/** What buttons and knobs do for each character: no part of it, kept in this browser; what can't be read is left out. */
export const useBindings = create<Kept>()(
  persist(
    (set) => ({
      bindings: {},
      setBindings: (character, device, next) =>
        set(({ bindings }) => ({
          bindings: { ...bindings, [placeOf(character, device)]: next },
        })),
    }),
    {
      name: 'cruvo inputs',
      partialize: ({ bindings }) => ({ bindings }),
      merge: (kept, now) => {
        const all = Object.entries((kept as Partial<Kept> | undefined)?.bindings ?? {});
        const valid = all.filter(([, one]) => bindingsSchema.isValidSync(one));
        return { ...now, bindings: Object.fromEntries(valid) };
      },
    },
  ),
);

/** What the buttons and knobs of a device do for a character; undefined where nobody has said so yet. */
export function bindingsOf({ bindings }: Kept, character: string, device: DeviceName) {
  return bindings[placeOf(character, device)];
}
