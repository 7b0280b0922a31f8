import { GalleryHorizontalEnd } from 'lucide-react';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import {
  branchOf,
  partsOf,
  stripOf,
  withoutView,
  withStripControl,
  withViews,
  type Character,
  type Part,
} from '@cruvo/core/character';
import { chartOf } from '@cruvo/core/mouth';
import { useCharacter, useOpenCharacter } from '../CharacterContext';

/** A group of drawings of which one is seen at a time: a head that turns through them, each with what speaks in it. */
export function StripSection({ part }: { part: Part }) {
  const { store } = useOpenCharacter();
  const character = useCharacter((state) => state.character);
  const [mirrored, setMirrored] = useState(false);
  const { change } = store.getState();
  const strip = stripOf(character, part.id);
  if (strip.length === 0 || character.mouth?.part === part.id) return null;
  return (
    <section aria-label="Turning through drawings" className="mb-2 small">
      <Form.Check
        id="strip-mirrored"
        label="Mirrored to the other side"
        title="The drawings go from the front to one side"
        checked={mirrored}
        onChange={({ target }) => setMirrored(target.checked)}
      />
      <Button
        size="sm"
        variant="outline-secondary"
        className="mb-2"
        title="Makes a control that runs through its drawings in their order, for a head that turns"
        onClick={() =>
          change((before) =>
            withViews(
              withStripControl(before, part.id, `${part.name} turns`, mirrored),
              stripOf(before, part.id),
            ),
          )
        }
      >
        <GalleryHorizontalEnd size={15} aria-hidden /> Turn through its drawings
      </Button>
      <ul className="list-unstyled mb-0">
        {strip.map((id) => (
          <ViewEntry key={id} character={character} id={id} change={change} />
        ))}
      </ul>
    </section>
  );
}

/** What speaks in a drawing: a mouth that is drawn in it, or the character's own. */
function ViewEntry({
  character,
  id,
  change,
}: {
  character: Character;
  id: string;
  change: (change: (before: Character) => Character) => void;
}) {
  const { name } = character.parts[id]!;
  const own = character.views[id]?.mouth;
  const main = character.mouth?.part;
  const holdsMain = branchOf(partsOf(character), id).some((part) => part.id === main);
  // What would be found there is not known before it is looked for.
  const found = own ?? withViews(character, [id]).views[id]?.mouth;
  return (
    <li className="d-flex align-items-center gap-2">
      <span className="flex-fill text-truncate">{name}</span>
      <span className="quiet">
        {holdsMain
          ? 'the character’s mouth'
          : own
            ? `a mouth of its own, ${chartOf(own).drawings.length} drawings`
            : 'no mouth of its own'}
      </span>
      {found && (
        <Button
          size="sm"
          variant="link"
          className="p-0"
          onClick={() =>
            change((before) => (own ? withoutView(before, id) : withViews(before, [id])))
          }
        >
          {own ? 'Leave it still' : 'Let it speak'}
        </Button>
      )}
    </li>
  );
}
