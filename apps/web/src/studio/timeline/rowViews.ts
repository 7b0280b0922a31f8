import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { USUAL_VIEW, type RowView } from './rows';

interface RowViews {
  /** By the ids of cast members; those that are left out are shown as usual. */
  readonly views: Readonly<Record<string, RowView>>;
  setView(member: string, change: Partial<RowView>): void;
}

/** How people want rows to be shown: no part of the scene, kept in this browser. */
export const useRowViews = create<RowViews>()(
  persist(
    (set) => ({
      views: {},
      setView: (member, change) =>
        set(({ views }) => ({
          views: { ...views, [member]: { ...(views[member] ?? USUAL_VIEW), ...change } },
        })),
    }),
    { name: 'cruvo rows' },
  ),
);
