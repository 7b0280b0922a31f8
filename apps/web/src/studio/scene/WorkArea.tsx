import { Button } from 'react-bootstrap';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { useOpenScene, useScene, useTransport } from '../SceneContext';

/** The stretch that is worked on: what is looped, kept with the scene. */
export function WorkArea() {
  const { store, transport } = useOpenScene();
  const area = useScene(({ scene }) => scene.workArea);
  const loop = useTransport((state) => state.loop);
  const set = (workArea: typeof area) => store.getState().edit((scene) => ({ ...scene, workArea }));
  return (
    <section className="d-flex flex-wrap align-items-center gap-1 small" aria-label="Work area">
      <span className="flex-fill text-nowrap">
        {area ? (
          <>
            From {toSeconds(area.start).toFixed(2)} to {toSeconds(area.end).toFixed(2)} s
          </>
        ) : (
          'All of the scene'
        )}
      </span>
      {loop && (
        <Button
          size="sm"
          variant="outline-secondary"
          title="Keeps what is looped: it is looped again when the scene is opened"
          onClick={() => set({ start: toFlicks(loop.start), end: toFlicks(loop.end) })}
        >
          Keep the loop
        </Button>
      )}
      {area && (
        <>
          <Button
            size="sm"
            variant="outline-secondary"
            onClick={() =>
              transport.setLoop({ start: toSeconds(area.start), end: toSeconds(area.end) })
            }
          >
            Loop it
          </Button>
          <Button
            size="sm"
            variant="quiet"
            onClick={() => {
              set(null);
              transport.setLoop(null);
            }}
          >
            Clear
          </Button>
        </>
      )}
    </section>
  );
}
