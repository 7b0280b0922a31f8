import { expose } from 'comlink';
import type { HeldDrawing } from '@cruvo/core/mouth';
import { selectAtOnce, type SelectionRequest } from '@cruvo/core/program';
import type { VoiceTrack } from '@cruvo/core/speech';

const tracks = new Map<number, VoiceTrack>();

const mouths = {
  /** Keeps a track, so that it is sent only once. */
  keepTrack(key: number, track: VoiceTrack): void {
    tracks.set(key, track);
  },

  /** Chooses the mouths of a line whose track is kept here. */
  select(key: number, request: Omit<SelectionRequest, 'track'>): readonly HeldDrawing[] {
    return selectAtOnce({ ...request, track: tracks.get(key)! });
  },
};

export type MouthsWorker = typeof mouths;

expose(mouths);
