import { Button } from 'react-bootstrap';
import { useOpenScene } from '../SceneContext';

/** The most places that are listed. */
const LISTED = 6;

/**
 * Stretches of a voice that one can go to; of many, the first.
 *
 * @param origin when the voice would begin in the scene if all of it were heard, seconds
 */
export function PlaceLinks({
  places,
  origin,
}: {
  places: readonly { readonly start: number; readonly end: number }[];
  origin: number;
}) {
  const { transport } = useOpenScene();
  return (
    <>
      {places.slice(0, LISTED).map(({ start, end }) => (
        <Button
          key={start}
          variant="link"
          size="sm"
          className="p-0 me-2 align-baseline figures"
          title="Go there"
          onClick={() => transport.seek(origin + start)}
        >
          {start.toFixed(1)}–{end.toFixed(1)} s
        </Button>
      ))}
      {places.length > LISTED && `and ${places.length - LISTED} more`}
    </>
  );
}
