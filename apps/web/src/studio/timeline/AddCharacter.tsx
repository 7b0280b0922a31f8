import { useQuery, useQueryClient } from '@tanstack/react-query';
import { UserPlus } from 'lucide-react';
import { useState } from 'react';
import { Dropdown, Spinner } from 'react-bootstrap';
import { Link } from 'react-router';
import { sentenceOf } from '@cruvo/core/problem';
import { withMember } from '@cruvo/core/scene';
import { listProductions, readDocumentById } from '../../api/documents';
import { useOpenScene } from '../SceneContext';

/** Brings a character of the production onto the stage; the same one also twice. */
export function AddCharacter() {
  const { store, production } = useOpenScene();
  const client = useQueryClient();
  const [open, setOpen] = useState(false);
  const [failure, setFailure] = useState<string | null>(null);
  const { data, error } = useQuery({
    queryKey: ['productions'],
    queryFn: listProductions,
    enabled: open,
    staleTime: 0,
  });
  const characters = data?.find(({ id }) => id === production)?.characters;

  const add = async (character: string) => {
    setFailure(null);
    try {
      const { body } = await client.fetchQuery({
        queryKey: ['character', character],
        queryFn: () => readDocumentById('character', character),
      });
      const id = crypto.randomUUID();
      store
        .getState()
        .edit((scene) => withMember(scene, { id, character, name: body.name, size: body }));
      store.getState().chooseMember(id);
    } catch (reason) {
      setFailure(sentenceOf(reason));
      setOpen(true);
    }
  };

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
      <Dropdown.Menu popperConfig={{ strategy: 'fixed' }}>
        {(failure ?? error) && (
          <Dropdown.ItemText className="small text-danger-emphasis" role="alert">
            {failure ?? sentenceOf(error)}
          </Dropdown.ItemText>
        )}
        {!characters && !error && (
          <Dropdown.ItemText>
            <Spinner size="sm" role="status" aria-label="Loading the characters" />
          </Dropdown.ItemText>
        )}
        {characters?.map(({ id, name }) => (
          <Dropdown.Item as="button" key={id} onClick={() => void add(id)}>
            {name}
          </Dropdown.Item>
        ))}
        <Dropdown.Divider />
        <Dropdown.Item as={Link} to={`/productions/${production}/new-character`}>
          A new one …
        </Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
  );
}
