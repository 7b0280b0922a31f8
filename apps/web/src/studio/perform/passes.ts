import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { ChannelMode } from './performing';

/** What is performed in a pass: with which hands. */
export const PASSES = ['hands', 'face', 'cues'] as const;
export type PassKind = (typeof PASSES)[number];

interface PassModes {
  readonly pass: PassKind;
  /** What becomes of targets, by cast member and pass, and then by target. */
  readonly modes: Readonly<Record<string, Readonly<Record<string, ChannelMode>>>>;
  setPass(pass: PassKind): void;
  setMode(member: string, pass: PassKind, target: string, mode: ChannelMode): void;
}

const placeOf = (member: string, pass: PassKind) => `${member} ${pass}`;

/** Which pass is made, and what becomes of each channel in it: no part of the scene, kept in this browser. */
export const usePasses = create<PassModes>()(
  persist(
    (set) => ({
      pass: 'hands',
      modes: {},
      setPass: (pass) => set({ pass }),
      setMode: (member, pass, target, mode) =>
        set(({ modes }) => {
          const place = placeOf(member, pass);
          return { modes: { ...modes, [place]: { ...modes[place], [target]: mode } } };
        }),
    }),
    { name: 'cruvo passes' },
  ),
);

const NONE: Readonly<Record<string, ChannelMode>> = {};

/** What becomes of the targets of a cast member in a pass. */
export function modesOf({ modes }: Pick<PassModes, 'modes'>, member: string, pass: PassKind) {
  return modes[placeOf(member, pass)] ?? NONE;
}
