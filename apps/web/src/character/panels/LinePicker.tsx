import { useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import { Form } from 'react-bootstrap';
import { listProductions, readDocumentById } from '../../api/documents';
import { fetchTrack, mediaUrl } from '../../api/media';
import { useOpenCharacter } from '../CharacterContext';
import { linesOf } from '@cruvo/core/scene';

/** The lines of the production that have been heard, to be said by this mouth. */
export function LinePicker() {
  const { productionId, saying } = useOpenCharacter();
  // A production may have many scenes: they are read when somebody is about to choose.
  const [wanted, setWanted] = useState(false);
  const { data: lines, isError } = useQuery({
    enabled: wanted,
    queryKey: ['heard lines', productionId],
    queryFn: async () => {
      const production = (await listProductions()).find(({ id }) => id === productionId);
      const scenes = await Promise.all(
        (production?.scenes ?? []).map(({ id }) => readDocumentById('scene', id)),
      );
      return scenes.flatMap(({ body }) =>
        linesOf(body).flatMap(({ id, name, track, voice }) =>
          track === null
            ? []
            : [
                {
                  ...{ id, track, name: `${body.name}: ${name}` },
                  sound: voice && mediaUrl(voice.working),
                },
              ],
        ),
      );
    },
    staleTime: 10_000,
  });
  return (
    <Form.Select
      size="sm"
      className="mt-2"
      aria-label="Say a line of the production"
      value=""
      onFocus={() => setWanted(true)}
      onPointerEnter={() => setWanted(true)}
      onChange={({ target }) => {
        const line = lines?.find(({ id }) => id === target.value);
        if (line) void fetchTrack(line.track).then((track) => saying.start(track, line.sound));
      }}
    >
      <option value="">Say a line of the production …</option>
      {lines?.length === 0 && <option disabled>No line has been heard yet.</option>}
      {isError && <option disabled>The lines can’t be read just now.</option>}
      {lines?.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </Form.Select>
  );
}
