/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { newCue, type Cue } from '@cruvo/core/cues';
import { compile, type Program } from '@cruvo/core/program';
import { linesOf } from '@cruvo/core/scene';
import { hash, testMaterial, testVoice } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import { closeUp } from './closeUp';
import { LiveDesk } from './liveDesk';
import { presetOf, recall } from './presets';
import { recordedScene } from './recordedScene';

const cue = (id: string, mode: Cue['mode']): Cue => ({ ...newCue(id, id, null), order: id, mode });

/** A scene in which somebody has two cues. */
function program(): Program {
  const material = testMaterial();
  const character = material.characters.get('character')!;
  const cues = { wink: cue('wink', 'held'), lamp: cue('lamp', 'latched') };
  return compile({ ...material, characters: new Map([['character', { ...character, cues }]]) });
}

describe('presets', () => {
  it('let things stand again as they were', () => {
    const now = program();
    const desk = new LiveDesk(now, new Map());
    const member = desk.members.get('member')!;
    const { lamp, wink } = now.members[0]!.character.cues;
    member.cues.press(lamp!);
    member.cues.release('lamp');
    member.voice.set({ muted: true });
    const away = presetOf(desk, 'p', 'Away');
    expect(away.members['member']).toEqual({
      ...{ mood: null, muted: true, lively: false, cues: ['lamp'] },
    });
    member.voice.set({ muted: false, mood: 'cross' });
    member.setLively(true);
    member.cues.press(lamp!);
    member.cues.release('lamp');
    member.cues.press(wink!);
    recall(desk, away, now);
    expect([...member.cues.state.getState().active]).toEqual(['lamp']);
    expect(member.voice.state.getState()).toMatchObject({ muted: true, mood: null });
    expect(member.state.getState().lively).toBe(false);
    member.cues.clear();
  });

  it('end what was on beside them, latched or held', () => {
    const now = program();
    const desk = new LiveDesk(now, new Map());
    const { cues } = desk.members.get('member')!;
    const nothing = presetOf(desk, 'p', 'Nothing');
    const { lamp, wink } = now.members[0]!.character.cues;
    cues.press(lamp!);
    cues.release('lamp');
    cues.press(wink!);
    expect(cues.state.getState().active.size).toBe(2);
    recall(desk, nothing, now);
    expect(cues.state.getState().active.size).toBe(0);
    cues.clear();
  });

  it('pass over whoever and whatever is not there', () => {
    const now = program();
    const desk = new LiveDesk(now, new Map());
    const nobody = { mood: null, muted: true, lively: true, cues: ['gone'] };
    recall(desk, { id: 'p', name: 'P', members: { somebody: nobody } }, now);
    expect(desk.members.get('member')!.voice.state.getState().muted).toBe(false);
  });
});

describe('the desk', () => {
  it('lays what a face moves over the scene, writes it down, and lets it go again', () => {
    const now = program();
    const desk = new LiveDesk(now, new Map());
    const member = desk.members.get('member')!;
    const written: unknown[] = [];
    desk.recording = {
      passTime: () => 1,
      move: (...moved) => written.push(moved),
      letGo: (...gone) => written.push(gone),
    };
    member.moveAll([['mouth.jaw', 0.75]]);
    const sources = desk.live().get('member')!;
    const { controls } = now.members[0]!;
    const values = controls.rest.slice();
    for (const source of sources) source.sample(0, values);
    expect(controls.range(values, 'mouth.jaw')).toBe(0.75);
    member.letGo(['mouth.jaw', 'never']);
    expect(desk.live().size).toBe(0);
    expect(written).toEqual([
      ['member', 'mouth.jaw', 0.75],
      ['member', 'mouth.jaw'],
    ]);
  });
});

it('close up, the upper part of a character fills the picture, as far as the stage goes', () => {
  const now = program();
  const crop = closeUp(now, 'member');
  const { place, character } = now.members[0]!;
  const { width, height } = now.scene.stage;
  const eyes = {
    x: place[4] + (place[0] * character.width) / 2,
    y: place[5] + 0.3 * place[3] * character.height,
  };
  expect(eyes.x / width).toBeGreaterThan(crop.x);
  expect(eyes.x / width).toBeLessThan(crop.x + crop.width);
  expect(eyes.y / height).toBeGreaterThan(crop.y);
  expect(eyes.y / height).toBeLessThan(crop.y + crop.height);
  expect(crop.height).toBeLessThan(0.75);
  for (const end of [crop.x + crop.width, crop.y + crop.height])
    expect(end).toBeLessThanOrEqual(1.000001);
});

it('of what happened live a scene is made, as long as it took', () => {
  const { scene } = testMaterial();
  let ids = 0;
  const said = [{ member: 'member', start: 0.5, voice: testVoice, track: hash('d') }];
  const pass = {
    ...{ id: 'member', member: 'member', from: 0, recording: null, hash: null, complete: true },
    cues: [{ cue: 'wink', start: toFlicks(1), length: toFlicks(0.5) }],
  };
  const busy = { ...scene, markers: { m: { id: 'm', name: 'M', start: 0, length: 0 } } };
  const made = recordedScene(busy, 'Live', 4, said, [pass], () => `id ${ids++}`);
  expect(made).toMatchObject({ name: 'Live', length: toFlicks(4), markers: {} });
  const [line, ...others] = linesOf(made);
  expect(others).toEqual([]);
  expect(line).toMatchObject({ start: toFlicks(0.5), track: hash('d'), voice: testVoice });
  expect(Object.values(made.cues)).toEqual([
    expect.objectContaining({ cue: 'wink', start: toFlicks(1), length: toFlicks(0.5) }),
  ]);
  // Somebody without a row says nothing.
  const nobody = recordedScene(scene, 'Live', 1, [{ ...said[0]!, member: 'x' }], [], () => 'id');
  expect(linesOf(nobody)).toEqual([]);
});
