import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** Seconds between two lines that come in together. */
const FIRST_GAP = 0.25;

interface GapState {
  readonly gap: number;
  setGap(gap: number): void;
}

/** How far apart lines come in; kept in this browser. */
export const useLineGap = create<GapState>()(
  persist((set) => ({ gap: FIRST_GAP, setGap: (gap) => set({ gap }) }), { name: 'cruvo line gap' }),
);
