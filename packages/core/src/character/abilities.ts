import { chartOf } from '../mouth/mouthRig';
import { coverageOf } from '../mouth/coverage';
import type { Character } from './character';

/** Something that a talking character does. */
export interface Ability {
  readonly name: 'talks' | 'blinks' | 'looks' | 'raises its brows';
  readonly can: boolean;
  /** How it does it, or what is missing to do it. */
  readonly detail: string;
}

/** What a character can do as its parts are, and what is one step away. */
export function abilitiesOf(character: Character): Ability[] {
  const { eyes } = character;
  const brows = [eyes.brows.left, eyes.brows.right].filter(Boolean).length;
  return [
    { name: 'talks', can: character.mouth !== null, detail: talking(character) },
    {
      name: 'blinks',
      can: eyes.lids !== null,
      detail:
        eyes.lids === null
          ? 'Draw closed eyes on a layer named “eyes closed”.'
          : `every ${eyes.blinking.shortest} to ${eyes.blinking.longest} seconds`,
    },
    {
      name: 'looks',
      can: eyes.pupils.length > 0,
      detail:
        eyes.pupils.length === 0
          ? 'Draw each pupil on a layer of its own above its white: “pupil left”, “eye white left”.'
          : eyes.pupils.length === 1
            ? 'one pupil, within its white'
            : `${eyes.pupils.length} pupils, within their whites`,
    },
    {
      name: 'raises its brows',
      can: brows > 0,
      detail:
        brows === 0
          ? 'Draw each brow on a layer of its own: “brow left”, “brow right”.'
          : brows === 1
            ? 'one brow'
            : 'left and right on their own',
    },
  ];
}

function talking({ mouth }: Character): string {
  if (!mouth) {
    return 'Draw mouths in a group named “mouth”, or make lips on the bare face with three clicks.';
  }
  const chart = chartOf(mouth);
  switch (mouth.kind) {
    case 'two':
      return 'with two drawings';
    case 'steps':
      return `in ${chart.drawings.length} steps`;
    case 'strip':
      return `with a strip of ${chart.drawings.length} drawings`;
    case 'chart': {
      const own = coverageOf(chart).filter((sound) => sound.own).length;
      return `with ${chart.drawings.length} drawings; ${own} of 15 sounds have their own`;
    }
    default:
      return SMOOTH[mouth.kind];
  }
}

const SMOOTH = {
  cut: 'with one drawing, cut between the lips',
  lips: 'with drawn lips',
  jaw: 'with its jaw',
} as const;
