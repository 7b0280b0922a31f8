import { Trash2 } from 'lucide-react';
import { withRecord } from '@cruvo/core/records';
import { markersOf, MOST_MARKERS, withoutMarker } from '@cruvo/core/scene';
import { toSeconds } from '@cruvo/core/time';
import { IconButton } from '../../shell/IconButton';
import { NameField } from '../../shell/NameField';
import { useOpenScene, useScene } from '../SceneContext';

/** So many markers are listed; more are seen on the timeline. */
const LISTED = 100;

/** The markers of the scene: a click on the time goes there, one on the name changes it. */
export function MarkerList() {
  const { store, transport } = useOpenScene();
  const markers = useScene(({ scene }) => markersOf(scene));
  const { edit } = store.getState();
  if (markers.length === 0) {
    return (
      <p className="quiet small mb-0">
        <kbd>M</kbd> puts one at the playhead.
      </p>
    );
  }
  return (
    <ul className="layer-list" aria-label="Markers">
      {markers.slice(0, LISTED).map(({ id, name, start }) => (
        <li key={id}>
          <button
            type="button"
            className="btn btn-link btn-sm p-0 figures"
            title={`Go to ${name}`}
            onClick={() => transport.scrub(toSeconds(start))}
          >
            {toSeconds(start).toFixed(2)} s
          </button>
          <span className="flex-fill text-truncate">
            <NameField
              name={name}
              label={`Name of ${name}`}
              title="Rename the marker"
              onRename={(wanted) =>
                edit((scene) => ({
                  ...scene,
                  markers: withRecord(scene.markers, id, (one) => ({ ...one, name: wanted })),
                }))
              }
            />
          </span>
          <IconButton
            icon={Trash2}
            label={`Delete ${name}`}
            onClick={() =>
              edit((scene) => ({ ...scene, markers: withoutMarker(scene.markers, id) }))
            }
          />
        </li>
      ))}
      {markers.length > LISTED && <li className="quiet">{markers.length - LISTED} more</li>}
      {markers.length >= MOST_MARKERS && (
        <li className="text-warning-emphasis" role="note">
          A scene has {MOST_MARKERS.toLocaleString('en')} markers at most. Delete some to set
          others.
        </li>
      )}
    </ul>
  );
}
