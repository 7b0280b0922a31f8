import { X } from 'lucide-react';
import { toSeconds } from '@cruvo/core/time';
import { IconButton } from '../../../shell/IconButton';
import { useOpenScene } from '../../SceneContext';
import type { CueActions } from './useCues';

/** Where cues are laid down; on the timeline they are moved and made longer. */
export function LaidCues({ actions }: { actions: CueActions }) {
  const { transport } = useOpenScene();
  const { clips, cues, take } = actions;
  if (clips.length === 0) return null;
  return (
    <section aria-label="Cues that are laid down" className="mt-2">
      <h2 className="h6">Laid down</h2>
      {clips.map(({ id, cue, start }) => {
        const name = cues.find((one) => one.id === cue)?.name ?? 'A cue that is gone';
        const at = toSeconds(start).toFixed(2);
        return (
          <div key={id} className="d-flex align-items-center gap-1 small">
            <button
              type="button"
              className="btn btn-link btn-sm p-0 figures"
              title="Go there"
              onClick={() => transport.seek(toSeconds(start))}
            >
              {at} s
            </button>
            <span className="flex-fill text-truncate">{name}</span>
            <IconButton icon={X} label={`Take ${name} at ${at} s away`} onClick={() => take(id)} />
          </div>
        );
      })}
    </section>
  );
}
