import { useQuery } from '@tanstack/react-query';
import { Layers } from 'lucide-react';
import { Button, Spinner } from 'react-bootstrap';
import { useRef } from 'react';
import { listProductions } from '../../api/documents';
import { Poster } from '../../productions/Poster';
import { STARTERS } from '../../productions/starters';
import { useOpenScene } from '../SceneContext';
import type { NewMember } from './useNewMember';

/** What a stage with nobody on it offers: the characters of the production, those that ship with Cruvo, and files. */
export function EmptyStage({ coming }: { coming: NewMember }) {
  const { production } = useOpenScene();
  const files = useRef<HTMLInputElement>(null);
  const { data, error } = useQuery({
    queryKey: ['productions'],
    queryFn: listProductions,
    staleTime: 0,
  });
  const own = data?.find(({ id }) => id === production)?.characters ?? [];
  return (
    <div className="empty-stage">
      <p className="h5 fw-normal">Who is on stage?</p>
      <div className="starters" role="group" aria-label="Characters">
        {own.map(({ id, name }) => (
          <button key={id} type="button" onClick={() => void coming.add(id)}>
            <Poster of={id} />
            {name}
          </button>
        ))}
        {!data && !error && <Spinner role="status" aria-label="Loading the characters" />}
        {(data ?? error) &&
          own.length === 0 &&
          STARTERS.map(({ name, url, what }) => (
            <button
              key={name}
              type="button"
              title={what}
              onClick={() => void coming.start(name, url)}
            >
              <img src={url} alt="" />
              {name}
            </button>
          ))}
      </div>
      <Button size="sm" variant="outline-secondary" onClick={() => files.current?.click()}>
        <Layers size={16} aria-hidden /> Choose artwork, or drop it here
      </Button>
      <input
        ref={files}
        type="file"
        hidden
        multiple
        aria-label="Artwork for the stage"
        onChange={({ target }) => {
          void coming.intake.take([...(target.files ?? [])]);
          target.value = '';
        }}
      />
    </div>
  );
}
