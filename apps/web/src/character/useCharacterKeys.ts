import { useHotkeys } from 'react-hotkeys-hook';
import { partsOf, withGroup, withoutPoint, withParts, withoutParts } from '@cruvo/core/character';
import { isWithin, onControl, UNLESS_WRITING } from '../shell/onControl';
import type { OpenCharacter } from './CharacterContext';
import { mouthDrawingsIn } from './mouthDrawings/mouthDrawingsIn';
import { placingOf, withPlaced } from './placing';

const FINE = 1;
const COARSE = 10;
const WAYS: ReadonlyMap<string, readonly [x: number, y: number]> = new Map([
  ['ArrowLeft', [-1, 0]],
  ['ArrowRight', [1, 0]],
  ['ArrowUp', [0, -1]],
  ['ArrowDown', [0, 1]],
]);

/** Lists, tabs and menus have arrows of their own. */
const hasArrows = ({ target }: KeyboardEvent) =>
  isWithin(target, '.parts-tree, [role=tab], [role=menu], .dropdown-menu');

/** What keys do to an open character. */
export function useCharacterKeys({ store, pick, picking, saying, openDialog }: OpenCharacter) {
  const { history } = store;
  const state = () => store.getState();
  const own = { preventDefault: true };
  useHotkeys('mod+z', () => history.undo(), UNLESS_WRITING);
  useHotkeys('mod+shift+z, mod+y', () => history.redo(), UNLESS_WRITING);
  useHotkeys(
    'escape',
    () => {
      const { region, point, paint, choosePoint, choose } = state();
      if (picking) pick(null);
      else if (region) paint(null);
      else if (point) choosePoint(null);
      else choose([]);
    },
    [picking, pick],
  );
  useHotkeys('?', () => openDialog({ kind: 'keys' }), { useKey: true });
  useHotkeys('t', () => state().chosen.length > 0 && openDialog({ kind: 'meaning' }), own);
  useHotkeys(
    'm',
    () => {
      const drawings = mouthDrawingsIn(state());
      if (drawings) openDialog({ kind: 'mouths', drawings });
    },
    own,
  );
  useHotkeys('space', () => saying.again(), { ...own, ignoreEventWhen: onControl }, [saying]);
  useHotkeys('h', () => {
    const { chosen, character } = state();
    const hidden = partsOf(character).some(
      ({ id, hidden: unseen }) => chosen.includes(id) && !unseen,
    );
    state().change((before) => withParts(before, chosen, { hidden }));
  });
  useHotkeys(
    'mod+g',
    () => state().change((before) => withGroup(before, state().chosen, 'group')),
    own,
  );
  useHotkeys(
    'delete, backspace',
    () => {
      const { point, change, choosePoint } = state();
      if (!point) return takeAway(store);
      change((before) => withoutPoint(before, point.bend, point.id));
      choosePoint(null);
    },
    own,
  );
  useHotkeys(
    'left, right, up, down, shift+left, shift+right, shift+up, shift+down',
    (event) => {
      const way = WAYS.get(event.key);
      const { chosen, character, change } = state();
      const free = partsOf(character).filter(({ id, locked }) => chosen.includes(id) && !locked);
      if (!way || free.length === 0) return;
      event.preventDefault();
      const step = event.shiftKey ? COARSE : FINE;
      const [x, y] = [way[0] * step, way[1] * step];
      change((before) =>
        withPlaced(
          before,
          placingOf(state()),
          free.map(({ id }) => id),
          (place) => ({ ...place, x: place.x + x, y: place.y + y }),
        ),
      );
    },
    { ignoreEventWhen: hasArrows },
  );
}

/** Takes the chosen parts out of the character. */
export function takeAway(store: OpenCharacter['store']): void {
  const { chosen, change, choose } = store.getState();
  if (chosen.length === 0) return;
  change((before) => withoutParts(before, chosen));
  choose([]);
}
