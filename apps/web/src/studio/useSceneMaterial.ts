import { keepPreviousData, useQueries, useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { PeakPyramid } from '@cruvo/core/audio';
import type { Character, Drawing } from '@cruvo/core/character';
import { loadPhysics, type PhysicsEngine } from '@cruvo/core/bodies';
import { fontsOf, type Program, type SceneMaterial } from '@cruvo/core/program';
import { heardVoice, linesOf, type Scene, castOf } from '@cruvo/core/scene';
import type { VoiceTrack } from '@cruvo/core/speech';
import { readDocumentById } from '../api/documents';
import { request } from '../api/http';
import type { PassRecording } from '@cruvo/core/passes';
import { fetchRecording, fetchTrack } from '../api/media';
import { useTypefaces } from '../lettering/useTypefaces';
import { useLookup } from '../shell/useLookup';
import { useCompiled } from './program/useCompiled';
import type { FirstMouths } from './voice/useFitting';
import type { BrowserImages } from '@cruvo/painter/browser';
import { loadImages } from './stage/browserImages';
import { withRecord } from '@cruvo/core/records';

export interface SceneMaterialState {
  readonly characters: ReadonlyMap<string, Character>;
  readonly tracks: ReadonlyMap<string, VoiceTrack>;
  readonly program: Program;
  /** What lets things fall; null while it is not there, or nothing falls. */
  readonly engine: PhysicsEngine | null;
  /** Null until all drawings are there. */
  readonly images: BrowserImages | null;
  readonly peaks: ReadonlyMap<string, PeakPyramid>;
  /** Why something can't be had; null when all is well. */
  readonly error: Error | null;
  readonly retry: () => void;
}

/** Id under which a track stands that is still being heard. */
const TENTATIVE = 'tentative';

/** The material with the line that is being heard showing what was heard of it so far. */
function withFirstMouths(material: SceneMaterial, first: FirstMouths | null): SceneMaterial {
  if (!first) return material;
  const { scene, tracks } = material;
  const lines = withRecord(scene.lines, first.line, (line) => ({ ...line, track: TENTATIVE }));
  return {
    ...material,
    scene: { ...scene, lines },
    tracks: new Map(tracks).set(TENTATIVE, first.track),
  };
}

/**
 * Fetches all that a scene refers to and keeps it ready to be played as the scene changes.
 *
 * @param heard tracks that the server may not have yet
 * @param performed recordings of passes that the server may not have yet
 * @param first what was heard so far of a line that is just being heard
 */
export function useSceneMaterial(
  scene: Scene,
  heard: ReadonlyMap<string, VoiceTrack>,
  performed: ReadonlyMap<string, PassRecording>,
  first: FirstMouths | null,
): SceneMaterialState {
  const characterIds = unique(castOf(scene).map(({ character }) => character));
  const characterQueries = useQueries({
    queries: characterIds.map((id) => ({
      queryKey: ['character', id],
      queryFn: () => readDocumentById('character', id),
    })),
  });
  const trackIds = unique(linesOf(scene).flatMap(({ track }) => track ?? []));
  const trackQueries = useQueries({
    queries: trackIds.map((id) => ({
      queryKey: ['track', id],
      queryFn: () => heard.get(id) ?? fetchTrack(id),
      staleTime: Infinity,
    })),
  });
  const recordingIds = unique(Object.values(scene.takes).map(({ recording }) => recording));
  const recordingQueries = useQueries({
    queries: recordingIds.map((id) => ({
      queryKey: ['recording', id],
      queryFn: () => performed.get(id) ?? fetchRecording(id),
      staleTime: Infinity,
    })),
  });
  const peakIds = unique(linesOf(scene).flatMap((line) => heardVoice(line)?.peaks ?? []));
  const peakQueries = useQueries({
    queries: peakIds.map((hash) => ({
      queryKey: ['peaks', hash],
      queryFn: async () =>
        new PeakPyramid(new Int8Array(await (await request(`/media/${hash}`)).arrayBuffer())),
      staleTime: Infinity,
    })),
  });

  const characters = useLookup(
    characterIds,
    characterQueries.map(({ data }) => data?.body),
  );
  const tracks = useLookup(
    trackIds,
    trackQueries.map(({ data }, index) => data ?? heard.get(trackIds[index]!)),
  );
  const recordings = useLookup(
    recordingIds,
    recordingQueries.map(({ data }, index) => data ?? performed.get(recordingIds[index]!)),
  );
  const peaks = useLookup(
    peakIds,
    peakQueries.map(({ data }) => data),
  );

  const drawings = useMemo(() => {
    if (characters.size < characterIds.length) return null;
    const own = [...characters.values()].flatMap((character) => Object.values(character.drawings));
    return [...Object.values(scene.backdrop?.drawings ?? {}), ...own];
  }, [characters, characterIds.length, scene.backdrop]);
  const images = useQuery({
    queryKey: ['images', drawings?.map(({ media }: Drawing) => media)],
    queryFn: () => loadImages(drawings ?? []),
    enabled: drawings !== null,
    staleTime: Infinity,
    // What is there stays on the stage until what comes in is decoded.
    placeholderData: keepPreviousData,
  });

  const physics = useQuery({
    queryKey: ['physics'],
    queryFn: loadPhysics,
    enabled: Object.keys(scene.bodies).length > 0,
    staleTime: Infinity,
  });
  const engine = physics.data ?? null;
  const fonts = useTypefaces(fontsOf(scene));
  const { typefaces } = fonts;
  const program = useCompiled(
    useMemo(
      () => withFirstMouths({ scene, characters, tracks, recordings, typefaces, engine }, first),
      [scene, characters, tracks, recordings, typefaces, engine, first],
    ),
  );
  const queries = [
    ...[...characterQueries, ...trackQueries, ...recordingQueries, ...peakQueries],
    ...[...fonts.queries, images, physics],
  ];
  return {
    characters,
    tracks,
    engine,
    program,
    images: images.data ?? null,
    peaks,
    error: queries.find(({ error }) => error !== null)?.error ?? null,
    retry: () => queries.forEach((query) => void (query.isError && query.refetch())),
  };
}

function unique(ids: readonly string[]): string[] {
  return [...new Set(ids)];
}
