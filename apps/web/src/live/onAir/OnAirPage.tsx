import type { PhysicsEngine } from '@cruvo/core/bodies';
import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useParams } from 'react-router';
import type { Character } from '@cruvo/core/character';
import {
  overridesFrom,
  type LivePageSettings,
  type LiveValues,
  LIVE_SILENCE,
} from '@cruvo/core/live';
import { compile, liveSources, Player, type Program } from '@cruvo/core/program';
import type { PassRecording } from '@cruvo/core/passes';
import type { Scene } from '@cruvo/core/scene';
import { toFlicks } from '@cruvo/core/time';
import { readDocumentById } from '../../api/documents';
import { readLivePage } from '../../api/livePages';
import { FrameCanvas, type BrowserImages } from '@cruvo/painter/browser';
import { unhurriedPictures } from '../../studio/stage/useFrames';
import { stepsLeft } from '../../studio/stage/stepsLeft';
import { useSceneMaterial } from '../../studio/useSceneMaterial';
import { LiveLink } from '../liveLink';
import { cropped } from './cropped';
import { useOwnFace } from './useOwnFace';
import { useOwnVoice } from './useOwnVoice';

/** What can't be had now is asked for until it is there: on air there is no error, only nothing. */
const patient = new QueryClient({
  defaultOptions: { queries: { retry: true, retryDelay: 1000, networkMode: 'always' } },
});
const NOTHING_HEARD = new Map<string, never>();
const NOTHING_PERFORMED: ReadonlyMap<string, PassRecording> = new Map();

/** A page that shows a scene, or one of its cast, live: over whatever another program lays it. */
export function OnAirPage() {
  useEffect(() => {
    document.documentElement.classList.add('on-air');
    return () => document.documentElement.classList.remove('on-air');
  }, []);
  return (
    <QueryClientProvider client={patient}>
      <OnAir />
    </QueryClientProvider>
  );
}

function OnAir() {
  const { key = '' } = useParams();
  const page = useQuery({
    queryKey: ['live page', key],
    queryFn: ({ signal }) => readLivePage(key, signal),
  });
  const scene = page.data?.scene;
  const opened = useQuery({
    queryKey: ['scene on air', scene],
    queryFn: () => readDocumentById('scene', scene!),
    enabled: scene !== undefined,
  });
  if (!page.data || !opened.data) return null;
  const again = () => void Promise.all([page.refetch(), opened.refetch()]);
  return (
    <Drawn
      key={key}
      {...{ address: key, settings: page.data.settings, scene: opened.data.body, onChanged: again }}
    />
  );
}

function Drawn(props: {
  address: string;
  settings: LivePageSettings;
  scene: Scene;
  onChanged: () => void;
}) {
  const { scene } = props;
  const { images, characters, engine } = useSceneMaterial(
    scene,
    NOTHING_HEARD,
    NOTHING_PERFORMED,
    null,
  );
  const program = useMemo(() => atRest(scene, characters, engine), [scene, characters, engine]);
  return images ? <Picture {...props} program={program} images={images} /> : null;
}

/** A scene in which nobody says anything that was recorded. */
const atRest = (
  scene: Scene,
  characters: ReadonlyMap<string, Character>,
  engine: PhysicsEngine | null,
) => compile({ scene: { ...scene, lines: {} }, characters, tracks: new Map(), engine });

function Picture({
  address,
  settings,
  program,
  images,
  onChanged,
}: {
  address: string;
  settings: LivePageSettings;
  program: Program;
  images: BrowserImages;
  onChanged: () => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const told = useRef<{ members: LiveValues; at: number; sound: number | null } | null>(null);
  const link = useRef<LiveLink | null>(null);
  const repaint = useRef<(() => void) | null>(null);
  const own = useOwnVoice(program, settings, repaint);
  const face = useOwnFace(program, settings);
  const [gone, setGone] = useState(false);
  const changed = useRef(onChanged);
  useEffect(() => void (changed.current = onChanged));

  useEffect(() => {
    const opened = new LiveLink(`/live/${address}`, {
      message: (message) => {
        if (message.kind === 'state') {
          told.current = { ...message, at: performance.now() };
          if (message.sound !== null) repaint.current?.();
        } else if (message.kind === 'desk') {
          if (message.there) opened.say({ kind: 'hello' });
          else told.current = null;
        } else if (message.kind === 'changed') changed.current();
      },
      connected: (connected) => {
        if (!connected) return;
        setGone(false);
        opened.say({ kind: 'hello' });
      },
      gone: () => setGone(true),
    });
    link.current = opened;
    return () => opened.close();
  }, [address]);

  const [size, setSize] = useState(windowSize);
  useEffect(() => {
    const measure = () => setSize(windowSize());
    window.addEventListener('resize', measure);
    return () => window.removeEventListener('resize', measure);
  }, []);
  const { only, backdrop, background, crop, mirrored } = settings;
  const place = cropped(program.scene.stage, crop, size);
  const { width, height } = place;
  useEffect(() => {
    const element = canvas.current;
    if (!element || width === 0) return;
    const player = new Player(program, { only, backdrop, captions: false });
    const painter = new FrameCanvas(element);
    const { members } = program;
    const paint = () => {
      const now = told.current;
      // A desk that is quiet for long is gone: the character is at rest until it is back.
      const heard = now && performance.now() - now.at < 1000 * LIVE_SILENCE ? now.members : {};
      const live = new Map(
        members.map(({ member }) => [member.id, overridesFrom(heard, member.id)]),
      );
      for (const by of [own.overrides(), face()]) {
        if (by) live.set(by.member, new Map([...(live.get(by.member) ?? []), ...by.values]));
      }
      const set = new Map([...live].filter(([, values]) => values.size > 0));
      const time = toFlicks(performance.now() / 1000) % program.scene.length;
      if (stepsLeft(player, time) > 0) return;
      const frame = player.seek(time, liveSources(program, set));
      painter.show({ ...frame, background }, images, { width, height });
      if (now && now.sound !== null) {
        const at = performance.timeOrigin + performance.now();
        link.current?.say({ kind: 'painted', sound: now.sound, at });
        told.current = { ...now, sound: null };
      }
    };
    const pictures = unhurriedPictures(paint);
    repaint.current = pictures.paintNow;
    return () => {
      pictures.stop();
      repaint.current = null;
    };
  }, [program, images, only, backdrop, background, width, height, own, face]);

  return (
    <main className={mirrored ? 'on-air-picture mirrored' : 'on-air-picture'} {...own.starter}>
      <canvas
        ref={canvas}
        role="img"
        aria-label={program.scene.name}
        hidden={gone}
        width={width}
        height={height}
        style={{ left: place.left, top: place.top, width: place.cssWidth, height: place.cssHeight }}
      />
    </main>
  );
}

const windowSize = () => ({
  width: window.innerWidth,
  height: window.innerHeight,
  sharpness: Math.min(2, window.devicePixelRatio),
});
