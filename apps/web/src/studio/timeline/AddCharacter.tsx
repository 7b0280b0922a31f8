import { useQuery } from '@tanstack/react-query';
import { UserPlus } from 'lucide-react';
import { useRef, useState } from 'react';
import { Dropdown, Spinner } from 'react-bootstrap';
import { sentenceOf } from '@cruvo/core/problem';
import { listProductions } from '../../api/documents';
import { UploadBar } from '../../intake/UploadBar';
import { STARTERS } from '../../productions/starters';
import { useOpenScene } from '../SceneContext';
import { DifferingNote } from '../stage/DifferingNote';
import { useNewMember } from '../stage/useNewMember';
import { OtherCharacters } from './OtherCharacters';

/** Brings a character onto the stage: of this production, of another one, one that ships with Cruvo, or from files. */
export function AddCharacter() {
  const { production } = useOpenScene();
  const coming = useNewMember();
  const [open, setOpen] = useState(false);
  const [choosing, setChoosing] = useState(false);
  const files = useRef<HTMLInputElement>(null);
  const { data, error } = useQuery({
    queryKey: ['productions'],
    queryFn: listProductions,
    enabled: open,
    staleTime: 0,
  });
  const own = data?.find(({ id }) => id === production)?.characters ?? [];
  const starters = STARTERS.filter(({ name }) => !own.some((one) => one.name === name));
  const others =
    data?.filter(({ id, characters }) => id !== production && characters.length > 0) ?? [];
  const { progress } = coming.intake;
  const failure = coming.failure ?? coming.intake.failure ?? (error ? sentenceOf(error) : null);

  return (
    <Dropdown drop="up" show={open} onToggle={setOpen}>
      <Dropdown.Toggle
        variant="quiet"
        size="sm"
        className="row-name no-caret"
        title="Bring in a character"
      >
        <UserPlus size={15} aria-hidden /> Character
      </Dropdown.Toggle>
      {/* Above all else: the rows are clipped. */}
      <Dropdown.Menu popperConfig={{ strategy: 'fixed' }} className="add-character">
        {!data && !error && (
          <Dropdown.ItemText>
            <Spinner size="sm" role="status" aria-label="Loading the characters" />
          </Dropdown.ItemText>
        )}
        {own.map(({ id, name }) => (
          <Dropdown.Item as="button" key={id} onClick={() => void coming.add(id)}>
            {name}
          </Dropdown.Item>
        ))}
        {starters.length > 0 && <Dropdown.Header>Starters</Dropdown.Header>}
        {starters.map(({ name, url, what }) => (
          <Dropdown.Item
            as="button"
            key={name}
            title={what}
            onClick={() => void coming.start(name, url)}
          >
            {name}
          </Dropdown.Item>
        ))}
        <Dropdown.Divider />
        <Dropdown.Item as="button" onClick={() => files.current?.click()}>
          From artwork …
        </Dropdown.Item>
        {others.length > 0 && (
          <Dropdown.Item as="button" onClick={() => setChoosing(true)}>
            From other productions …
          </Dropdown.Item>
        )}
      </Dropdown.Menu>
      <input
        ref={files}
        type="file"
        hidden
        multiple
        aria-label="Artwork of a new character"
        onChange={({ target }) => {
          void coming.intake.take([...(target.files ?? [])]);
          target.value = '';
        }}
      />
      {choosing && (
        <OtherCharacters
          productions={others}
          onChoose={(id) => {
            setChoosing(false);
            void coming.copy(id);
          }}
          onClose={() => setChoosing(false)}
        />
      )}
      {progress && (
        <UploadBar progress={progress} name="the artwork" onCancel={coming.intake.cancel} />
      )}
      <DifferingNote coming={coming} />
      {failure && (
        <p className="small text-danger-emphasis mb-0" role="alert">
          {failure}
        </p>
      )}
    </Dropdown>
  );
}
