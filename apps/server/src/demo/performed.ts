import { bodyControlId, controlsOf, type Character } from '@cruvo/core/character';
import { newCue, type Cue, type CueClip } from '@cruvo/core/cues';
import {
  FaceFeed,
  faceLinksOf,
  linkedShares,
  simulatedFace,
  USUAL_FACE,
  type Acting,
} from '@cruvo/core/face';
import {
  PassRecorder,
  takeOf,
  withTake,
  writeRecording,
  type PassRecording,
} from '@cruvo/core/passes';
import { placeOfTarget, valueOfShare } from '@cruvo/core/program';
import { inTable } from '@cruvo/core/records';
import type { Scene } from '@cruvo/core/scene';
import { toFlicks } from '@cruvo/core/time';
import type { SeedServices } from './files';

const MEMBER = 'isbel';
const READINGS_A_SECOND = 30;

/** Isbel with cues: something that she does at a key. */
export function withCues(isbel: Character): Character {
  // *Set up the body* made it.
  const tilt = Object.values(isbel.controls).find(({ name }) => name === 'Head tilt')!;
  const cues = inTable<Cue>([
    {
      ...newCue('wonders', 'Wonders', 'w'),
      action: {
        kind: 'pose',
        targets: [
          { control: bodyControlId(tilt.id), amount: 0.8 },
          { control: 'brow.left.raise', amount: 1 },
        ],
      },
      ...{ easeIn: toFlicks(0.2), easeOut: toFlicks(0.35) },
    },
    {
      ...newCue('winks', 'Winks', 'k'),
      action: { kind: 'pose', targets: [{ control: 'eyes.closed', amount: 1 }] },
      ...{ mode: 'timed', lasts: toFlicks(0.3), easeIn: toFlicks(0.08), easeOut: toFlicks(0.12) },
    },
  ]);
  return { ...isbel, cues };
}

/**
 * The bulletin performed in three passes: the voice, a face, and cues. Of the face there are two takes, one going over into
 * the other, with brows turned down.
 */
export async function performedBulletin(
  { tracks }: SeedServices,
  bulletin: Scene,
  isbel: Character,
): Promise<Scene> {
  const [first, second] = [
    await kept(faceOf(isbel, 'calm', 0, 8)),
    await kept(faceOf(isbel, 'lively', 6, 9)),
  ];
  const takes = [
    { ...first, id: 'calm', name: 'Face, calm', start: 0 },
    { ...second, id: 'lively', name: 'Face, lively', start: 7 },
  ].reduce<Scene['takes']>((table, { id, name, start, recording, hash }) => {
    const place = { id, member: MEMBER, name, recording: hash, start: toFlicks(start) };
    const take = { ...takeOf(place, recording), fadeIn: toFlicks(start > 0 ? 1 : 0.2) };
    const channels = take.channels.map((channel) =>
      channel.control.startsWith('brow.') ? { ...channel, strength: 0.5 } : channel,
    );
    return withTake(table, { ...take, channels });
  }, {});
  const fired = [
    ['wonders', 4.1, 1.1],
    ['winks', 9.6, 0.3],
    ['wonders', 12.3, 1.2],
  ] as const;
  const cues = fired.map(([cue, start, length], at): CueClip => {
    return {
      id: `cue-${at}`,
      member: MEMBER,
      cue,
      start: toFlicks(start),
      length: toFlicks(length),
      hook: null,
    };
  });
  return {
    ...bulletin,
    name: 'The bulletin, performed',
    takes,
    cues: Object.fromEntries(cues.map((clip) => [clip.id, clip])),
  };

  async function kept(recording: PassRecording) {
    return { recording, hash: await tracks.write(writeRecording(recording)) };
  }
}

/** What a pass records of a face that is simulated. @param from seconds of what it does */
function faceOf(isbel: Character, acting: Acting, from: number, seconds: number): PassRecording {
  const feed = new FaceFeed(USUAL_FACE);
  const recorder = new PassRecorder();
  const links = faceLinksOf(isbel);
  const controls = controlsOf(isbel);
  for (let at = 0; at <= seconds * READINGS_A_SECOND; at++) {
    const time = at / READINGS_A_SECOND;
    const values = feed.push(simulatedFace(acting, from + time));
    for (const [target, share] of linkedShares(links, values)) {
      const place = placeOfTarget(controls, target);
      if (place) recorder.move(target, time, valueOfShare(controls, place, share));
    }
  }
  return recorder.finish(seconds, () => 0)!;
}
