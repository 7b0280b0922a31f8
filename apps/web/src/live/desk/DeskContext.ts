import { createContext, useContext } from 'react';
import type { Program } from '@cruvo/core/program';
import type { Scene, VoicedLine } from '@cruvo/core/scene';
import type { BrowserImages } from '@cruvo/painter/browser';
import type { LiveDesk } from './liveDesk';

/** What the parts of the live desk share. */
export interface OpenDesk {
  /** Of the scene. */
  readonly id: string;
  readonly production: string;
  readonly scene: Scene;
  /** The scene without its lines. */
  readonly program: Program;
  readonly desk: LiveDesk;
  readonly images: BrowserImages;
  /** What the simulated microphone can play. */
  readonly recordings: readonly VoicedLine[];
}

export const DeskContext = createContext<OpenDesk | null>(null);

export function useDesk(): OpenDesk {
  const desk = useContext(DeskContext);
  if (!desk) throw new Error('There is a desk around it.');
  return desk;
}
