import { sentenceOf } from '@cruvo/core/problem';
import { MoreMenu } from '../../shell/MoreMenu';
import { MuteButton } from './MuteButton';
import type { OwnReactionActions } from './useOwnReactions';
import type { ReactionActions } from './useReactions';

/** The reactions that a character brings along, beneath those of the scene. */
export function OwnReactions({
  own,
  actions,
}: {
  own: OwnReactionActions;
  actions: ReactionActions;
}) {
  const { reactions, error } = own;
  if (reactions.length === 0 && !error) return null;
  return (
    <section aria-label="Reactions of the character">
      <h2 className="h6 mt-3">In every scene</h2>
      {error && (
        <p className="small text-danger-emphasis" role="alert">
          {sentenceOf(error)}
        </p>
      )}
      {reactions.map(({ id, name, muted, order: _, ...fields }) => (
        <div key={id} className={muted ? 'control-card reaction muted' : 'control-card reaction'}>
          <div className="d-flex align-items-center gap-1 small">
            <span className="flex-fill text-truncate">{name}</span>
            <MuteButton {...{ name, muted }} onChange={(next) => own.setMuted(id, next)} />
            <MoreMenu
              name={name}
              align="end"
              entries={[
                ['Copy into this scene', () => actions.add(name, fields)],
                ['Delete from the character', () => own.remove(id)],
              ]}
            />
          </div>
        </div>
      ))}
    </section>
  );
}
