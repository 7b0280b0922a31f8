import { Link2, Link2Off, X } from 'lucide-react';
import { toSeconds } from '@cruvo/core/time';
import { IconButton } from '../../../shell/IconButton';
import { useOpenScene } from '../../SceneContext';
import type { CueActions } from './useCues';

/** Where cues are laid down; on the timeline they are moved and made longer. */
export function LaidCues({ actions }: { actions: CueActions }) {
  const { transport } = useOpenScene();
  const { spans, gone, take, setHook } = actions;
  if (spans.length + gone.length === 0) return null;
  return (
    <section aria-label="Cues that are laid down" className="mt-2">
      <h2 className="h6">Laid down</h2>
      {spans.map((span) => {
        const { clip, cue, start } = span;
        const at = toSeconds(start).toFixed(2);
        const word = clip.hook?.text ?? null;
        return (
          <div key={clip.id} className="d-flex align-items-center gap-1 small">
            <button
              type="button"
              className="btn btn-link btn-sm p-0 figures"
              title="Go there"
              onClick={() => transport.seek(toSeconds(start))}
            >
              {at} s
            </button>
            <span className="flex-fill text-truncate">
              {cue.name}
              {word !== null && <span className="quiet"> at “{word}”</span>}
            </span>
            <IconButton
              icon={word === null ? Link2 : Link2Off}
              label={
                word === null
                  ? `Have ${cue.name} at ${at} s go along with its word`
                  : `Let ${cue.name} at ${at} s stay at its time`
              }
              onClick={() => setHook(span, word === null)}
            />
            <IconButton
              icon={X}
              label={`Take ${cue.name} at ${at} s away`}
              onClick={() => take(clip.id)}
            />
          </div>
        );
      })}
      {gone.map(({ id, start }) => (
        <div key={id} className="d-flex align-items-center gap-1 small quiet">
          <span className="figures">{toSeconds(start).toFixed(2)} s</span>
          <span className="flex-fill text-truncate">A cue that is gone</span>
          <IconButton icon={X} label="Take a cue that is gone away" onClick={() => take(id)} />
        </div>
      ))}
    </section>
  );
}
