import { createContext, useContext, useMemo } from 'react';
import { useStore } from 'zustand';
import type { PeakPyramid } from '@cruvo/core/audio';
import type { Character } from '@cruvo/core/character';
import { STAGE } from '@cruvo/core/scene';
import type { Program } from '@cruvo/core/program';
import type { VoiceTrack } from '@cruvo/core/speech';
import type { MouthKeying } from './mouths/mouthKeying';
import type { PassRecording } from '@cruvo/core/passes';
import type { Performing } from './perform/performing';
import type { PassSafe } from './perform/safe/passSafe';
import type { Transport, TransportState } from './playback/transport';
import type { DocumentSaver } from '../saving/documentSaver';
import { focusOf, type Focus, type SceneState, type SceneStore } from './sceneStore';
import type { BrowserImages } from '@cruvo/painter/browser';
import type { AnalysedVoice } from '../workers/analyseVoice';

/** What the parts of the studio share about the open scene, but for the program: it hardly ever changes. */
export interface OpenScene {
  readonly id: string;
  readonly production: string;
  readonly store: SceneStore;
  readonly saver: DocumentSaver<'scene'>;
  readonly transport: Transport;
  readonly keying: MouthKeying;
  readonly performing: Performing;
  /** Keeps passes while they are recorded. */
  readonly passSafe: PassSafe;
  /** Takes over what was heard in a voice, before the server has it. */
  readonly keepHeard: (voice: AnalysedVoice) => void;
  /** Takes over what a pass recorded, before the server has it. */
  readonly keepRecording: (id: string, recording: PassRecording) => void;
  readonly characters: ReadonlyMap<string, Character>;
  readonly tracks: ReadonlyMap<string, VoiceTrack>;
  readonly images: BrowserImages;
  /** Waveforms by content hash. */
  readonly peaks: ReadonlyMap<string, PeakPyramid>;
}

export const SceneContext = createContext<OpenScene | null>(null);
/** The scene made ready; another one after every change, so only those read it who need it. */
export const ProgramContext = createContext<Program | null>(null);

export function useOpenScene(): OpenScene {
  const open = useContext(SceneContext);
  if (!open) throw new Error('No scene is open around this component.');
  return open;
}

export function useProgram(): Program {
  const program = useContext(ProgramContext);
  if (!program) throw new Error('No scene is open around this component.');
  return program;
}

export function useScene<Result>(select: (state: SceneState) => Result): Result {
  return useStore(useOpenScene().store, select);
}

/** Whose controls are worked on: a cast member, or the stage; null where there is nobody. */
export function useMoved(): string | null {
  const { member } = useFocus();
  const onStage = useScene((state) => state.onStage);
  return onStage ? STAGE : member;
}

/** What is worked on: the line and who speaks it. */
export function useFocus(): Focus {
  const { store } = useOpenScene();
  const scene = useStore(store, (state) => state.scene);
  const line = useStore(store, (state) => state.line);
  const member = useStore(store, (state) => state.member);
  return useMemo(() => focusOf({ scene, line, member }), [scene, line, member]);
}

export function useTransport<Result>(select: (state: TransportState) => Result): Result {
  return useStore(useOpenScene().transport.state, select);
}
