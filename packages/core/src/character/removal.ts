import { MOUTH_DARK } from '../mouth/kinds/cutMouth';
import { isContinuous, type MouthRig } from '../mouth/mouthRig';
import { speakingDrawings } from '../mouth/mouthChart';
import { withBodyReleased } from './bend/bendEdits';
import { withControlsReleased } from './bodyEdits';
import type { Character } from './character';
import type { Eyes, Lids } from './eyes';
import { tidied } from './edits';
import { assembledMouth } from './recognition/assembleMouth';
import { branchOf } from './tree';
import { partsOf, withPartList } from './partList';

/**
 * A character without some parts and all that they hold. Mouth and eyes go on with what is left; a mouth of
 * which too little is left is put together anew. The last part stays: a character needs one.
 */
export function withoutParts(character: Character, ids: readonly string[]): Character {
  const gone = new Set(
    ids.flatMap((id) => branchOf(partsOf(character), id).map((part) => part.id)),
  );
  const parts = partsOf(character).filter(({ id }) => !gone.has(id));
  if (gone.size === 0 || parts.length === 0) return character;
  const shown = new Set(parts.flatMap(({ drawing, mask }) => [drawing, mask]));
  const smaller: Character = {
    ...withBodyReleased(withControlsReleased(withPartList(character, parts), gone), gone),
    drawings: Object.fromEntries(
      Object.entries(character.drawings).filter(([key]) => shown.has(key)),
    ),
    eyes: eyesWithout(character.eyes, gone),
    mouth: character.mouth && mouthWithout(character.mouth, gone),
    views: viewsWithout(character.views, gone),
  };
  const tidy = tidied(smaller);
  return character.mouth && !tidy.mouth ? assembledMouth(tidy) : tidy;
}

function viewsWithout(views: Character['views'], gone: ReadonlySet<string>): Character['views'] {
  const left = Object.values(views).filter(({ id }) => !gone.has(id));
  return Object.fromEntries(
    left.map((view) => {
      const mouth = view.mouth && mouthWithout(view.mouth, gone);
      return [view.id, { ...view, mouth, brows: browsWithout(view.brows, gone) }];
    }),
  );
}

function browsWithout({ left, right }: Eyes['brows'], gone: ReadonlySet<string>): Eyes['brows'] {
  return {
    left: left && gone.has(left.part) ? null : left,
    right: right && gone.has(right.part) ? null : right,
  };
}

/** Null where it can't speak any more. */
function mouthWithout(rig: MouthRig, gone: ReadonlySet<string>): MouthRig | null {
  if (gone.has(rig.part)) return null;
  const followers = rig.followers.filter(({ part }) => !gone.has(part));
  if (rig.kind === 'strip') {
    const strip = rig.strip.filter((id) => !gone.has(id));
    return strip.length > 1 ? { ...rig, strip, followers } : null;
  }
  if (rig.kind === 'cut' && rig.inside.kind === 'part' && gone.has(rig.inside.part)) {
    return { ...rig, followers, inside: { kind: 'color', color: MOUTH_DARK } };
  }
  if (isContinuous(rig) || !('chart' in rig)) return { ...rig, followers };
  const drawings = rig.chart.drawings.filter(({ drawing }) => !gone.has(drawing));
  const speaking = speakingDrawings({ ...rig.chart, drawings });
  const [first] = [...speaking].sort(
    (a, b) => (a.articulation.jaw ?? 0) - (b.articulation.jaw ?? 0),
  );
  if (!first) return null;
  const rest = gone.has(rig.chart.rest) ? first.drawing : rig.chart.rest;
  return { ...rig, followers, chart: { rest, drawings } };
}

function eyesWithout(eyes: Eyes, gone: ReadonlySet<string>): Eyes {
  return {
    ...eyes,
    pupils: eyes.pupils.filter(({ pupil, white }) => !gone.has(pupil) && !gone.has(white)),
    lids: eyes.lids && lidsWithout(eyes.lids, gone),
    brows: browsWithout(eyes.brows, gone),
  };
}

function lidsWithout(lids: Lids, gone: ReadonlySet<string>): Lids | null {
  const stays = (id: string) => !gone.has(id);
  switch (lids.kind) {
    case 'swap': {
      const closed = lids.closed.filter(stays);
      return closed.length > 0 ? { ...lids, closed, open: lids.open.filter(stays) } : null;
    }
    case 'flip': {
      const flips = lids.flips.map((run) => run.filter(stays)).filter((run) => run.length > 1);
      return flips.length > 0 ? { ...lids, flips } : null;
    }
    case 'slide': {
      const left = lids.lids.filter(({ part }) => stays(part));
      return left.length > 0 ? { ...lids, lids: left } : null;
    }
  }
}
