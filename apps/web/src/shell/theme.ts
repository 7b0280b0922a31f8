import { create } from 'zustand';
import { persist } from 'zustand/middleware';

export type Theme = 'light' | 'dark';

interface ThemeState {
  readonly theme: Theme;
  toggle(): void;
}

const preferred = (): Theme =>
  matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';

/** Light or dark surroundings: what the system prefers until someone chooses. */
export const useTheme = create<ThemeState>()(
  persist(
    (set) => ({
      theme: preferred(),
      toggle: () => set(({ theme }) => ({ theme: theme === 'dark' ? 'light' : 'dark' })),
    }),
    { name: 'cruvo theme' },
  ),
);

const show = ({ theme }: ThemeState) =>
  document.documentElement.setAttribute('data-bs-theme', theme);
show(useTheme.getState());
useTheme.subscribe(show);
