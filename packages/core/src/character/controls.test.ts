import { NO_BODY } from './character';
import type { ControlValues } from '../controls';
import { targetOf } from '../mouth/articulation';
import type { MouthState } from '../mouth/mouthState';
import { RICH_CHARACTERS } from '../testing/richCharacters';
import { controlsOf, mouthOverrides, mouthSlots, mouthState, mouthWriter } from './controls';

const of = (kind: string) => RICH_CHARACTERS.get(kind)!;
const idsOf = (kind: string) => controlsOf(of(kind)).controls.map(({ id }) => id);
const MOUTH = ['jaw', 'width', 'round', 'press', 'teeth', 'tongue'].map((name) => `mouth.${name}`);
const DRAWN = ['mouth.drawing', 'mouth.fading', 'mouth.fading.share'];

describe('the controls of a character', () => {
  it('are those of its mouth, lids, gaze and brows, as far as it has them', () => {
    expect(idsOf('chart')).toEqual([
      ...[...MOUTH, ...DRAWN, 'mouth.followers', 'eyes.closed', 'gaze'],
      ...['brow.right.raise', 'brow.right.turn'],
    ]);
    expect(idsOf('lips')).not.toContain('mouth.drawing');
    expect(idsOf('two')).not.toContain('mouth.followers');
    expect(idsOf('jaw')).toEqual([...MOUTH, 'mouth.followers', 'eyes.closed']);
    const { eyes, width, height } = of('chart');
    expect(controlsOf({ mouth: null, eyes, width, height, ...NO_BODY }).controls[0]!.id).toBe(
      'eyes.closed',
    );
    const both = { ...eyes, brows: { left: eyes.brows.right, right: eyes.brows.right } };
    const { controls } = controlsOf({ mouth: null, eyes: both, width, height, ...NO_BODY });
    expect(controls.filter(({ id }) => id.startsWith('brow')).map(({ label }) => label)).toEqual([
      ...['Left brow up', 'Left brow tilt', 'Right brow up', 'Right brow tilt'],
    ]);
  });
  it('are made once for the same mouth, eyes and size', () => {
    const character = of('chart');
    expect(controlsOf({ ...character })).toBe(controlsOf(character));
    expect(controlsOf({ ...character, width: 1 })).not.toBe(controlsOf(character));
    expect(controlsOf({ ...character, mouth: null })).not.toBe(controlsOf(character));
    expect(controlsOf({ ...character, eyes: { ...character.eyes } })).not.toBe(
      controlsOf(character),
    );
  });
  it('have a gaze that reaches over the page, and brows over its height', () => {
    const set = controlsOf(of('chart'));
    const values = set.rest.slice();
    set.set(values, 'gaze', { x: 9999, y: -9999 });
    set.set(values, 'brow.right.raise', -9999);
    set.set(values, 'brow.right.turn', 99);
    set.confine(values);
    expect(set.point(values, 'gaze')).toEqual({ x: 200, y: -250 });
    set.set(values, 'gaze', { x: -9999, y: 9999 });
    set.confine(values);
    expect(set.point(values, 'gaze')).toEqual({ x: -200, y: 250 });
    expect(set.range(values, 'brow.right.raise')).toBe(-250);
    expect(set.range(values, 'brow.right.turn')).toBe(Math.PI);
    expect(set.point(set.rest, 'gaze')).toEqual({ x: 0, y: 0 });
  });
});

describe('the state of a mouth in its controls', () => {
  const character = of('chart');
  const set = controlsOf(character);
  const state = { drawing: 'open', articulation: targetOf(10) };

  it('is written and read again', () => {
    const values = set.rest.slice();
    expect(mouthState(set, values, character.mouth!)).toEqual({
      ...{ drawing: 'rest', articulation: targetOf(0) },
    });
    mouthWriter(set)(values, state);
    expect(mouthState(set, values, character.mouth!)).toEqual(state);
    expect(set.range(values, 'mouth.jaw')).toBe(state.articulation.jaw);
  });
  it('keeps the drawing that is shown where the mouth has no such one', () => {
    const values = set.rest.slice();
    mouthWriter(set)(values, state);
    mouthWriter(set)(values, { drawing: 'of another', articulation: targetOf(0) });
    expect(mouthState(set, values, character.mouth!)).toEqual({
      ...{ drawing: 'open', articulation: targetOf(0) },
    });
  });
  it('is the same as values that are set from outside', () => {
    const values = set.rest.slice();
    for (const [id, value] of mouthOverrides(state)) set.set(values, id, value);
    expect(mouthState(set, values, character.mouth!)).toEqual(state);
    expect([...mouthOverrides(state).keys()]).toEqual([
      ...[...MOUTH, 'mouth.drawing', 'mouth.fading.share'],
    ]);
  });
  it('holds a drawing that fades, and nothing fades after it', () => {
    const fading = { drawing: 'rest', share: 0.25 };
    const ways = [
      mouthWriter(set),
      (values: ControlValues, written: MouthState) =>
        mouthOverrides(written).forEach((value, id) => set.set(values, id, value)),
    ];
    for (const write of ways) {
      const values = set.rest.slice();
      write(values, { ...state, fading });
      expect(mouthState(set, values, character.mouth!)).toEqual({ ...state, fading });
      write(values, state);
      expect(mouthState(set, values, character.mouth!)).toEqual(state);
    }
    const values = set.rest.slice();
    mouthWriter(set)(values, { ...state, fading: { drawing: 'of another', share: 0.5 } });
    expect(mouthState(set, values, character.mouth!)).toEqual(state);
  });
  it('takes the slots of the mouth, and no others', () => {
    const drawn = [...MOUTH, ...DRAWN].map((id) => set.slots.get(id));
    expect(mouthSlots(set)).toEqual(drawn);
    const lips = controlsOf(of('lips'));
    expect(mouthSlots(lips)).toEqual(MOUTH.map((id) => lips.slots.get(id)));
    const values = lips.rest.slice();
    mouthWriter(lips)(values, state);
    expect(mouthState(lips, values, of('lips').mouth!)).toMatchObject({
      ...{ drawing: 'viseme 0', articulation: targetOf(10) },
    });
  });
});
