import { characterOf, drawnLayer, groupOf } from '../testing/testArtwork';
import { abilitiesOf, type Ability } from './abilities';
import type { Character } from './character';

const mouth = (...names: string[]) => groupOf('mouth', ...names.map((name) => drawnLayer(name)));
const of = (character: Character, name: Ability['name']) =>
  abilitiesOf(character).find((ability) => ability.name === name)!;

describe('talking', () => {
  it.each([
    [mouth('closed', 'open'), 'with two drawings'],
    [mouth('1', '2', '3'), 'in 3 steps'],
    [mouth('1', '2', '3', '4', '5'), 'with a strip of 5 drawings'],
    [drawnLayer('jaw'), 'with its jaw'],
    [drawnLayer('mouth'), 'with one drawing, cut between the lips'],
  ])('is told by the kind of mouth: %#', (layer, detail) => {
    expect(of(characterOf(drawnLayer('head'), layer), 'talks')).toMatchObject({
      can: true,
      detail,
    });
  });
  it('of a chart tells how many sounds have a drawing of their own', () => {
    const { detail } = of(characterOf(mouth('rest', 'mbp', 'ah', 'oo')), 'talks');
    expect(detail).toMatch(/^with 4 drawings; \d+ of 15 sounds have their own$/);
  });
  it('without a mouth tells what to draw', () => {
    expect(of(characterOf(drawnLayer('head')), 'talks')).toMatchObject({
      can: false,
      detail: expect.stringContaining('group named “mouth”') as string,
    });
  });
});

describe('eyes', () => {
  const eyed = characterOf(
    drawnLayer('eye white left'),
    drawnLayer('pupil left'),
    drawnLayer('eye closed left'),
    drawnLayer('brow left'),
  );
  it('tell what they do, one by one', () => {
    expect(of(eyed, 'blinks')).toMatchObject({ can: true, detail: 'every 2 to 6 seconds' });
    expect(of(eyed, 'looks')).toMatchObject({ can: true, detail: 'one pupil, within its white' });
    expect(of(eyed, 'raises its brows')).toMatchObject({ can: true, detail: 'one brow' });
  });
  it('tell what is one step away', () => {
    const bare = characterOf(drawnLayer('head'));
    for (const name of ['blinks', 'looks', 'raises its brows'] as const) {
      const { can, detail } = of(bare, name);
      expect(can).toBe(false);
      expect(detail).toMatch(/^Draw .*layer/);
    }
  });
  it('need a white for a pupil to look', () => {
    expect(of(characterOf(drawnLayer('pupil left')), 'looks').can).toBe(false);
  });
});
