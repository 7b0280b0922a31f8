import { Link } from 'react-router';
import { NameField } from '../shell/NameField';
import { useCharacter, useOpenCharacter } from './CharacterContext';

/** Where one is; the character's name can be changed on the spot. */
export function CharacterTitle({ production }: { production: string }) {
  const { store, productionId } = useOpenCharacter();
  const name = useCharacter(({ character }) => character.name);
  return (
    <>
      <Link
        to={`/productions/${productionId}`}
        className="quiet align-self-center way-up"
        title="All scenes and characters of this production"
      >
        {production}
      </Link>
      <span className="quiet align-self-center" aria-hidden>
        /
      </span>
      <h1 className="h6 mb-0 align-self-center">
        <NameField
          name={name}
          label="The character’s name"
          title="Rename the character"
          onRename={(wanted) => store.getState().change((before) => ({ ...before, name: wanted }))}
        />
      </h1>
    </>
  );
}
