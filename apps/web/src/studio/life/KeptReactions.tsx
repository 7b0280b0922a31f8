import { sentenceOf } from '@cruvo/core/problem';
import { MoreMenu } from '../../shell/MoreMenu';
import type { KeptReactionActions } from './useKeptReactions';

/** The reactions that are kept with the production, for any of its characters. */
export function KeptReactions({
  kept: { reactions, error, remove },
  onUse,
}: {
  kept: KeptReactionActions;
  onUse: (id: string) => void;
}) {
  if (reactions.length === 0 && !error) return null;
  return (
    <section aria-label="Reactions of the production">
      <h2 className="h6 mt-3">Kept in this production</h2>
      {error && (
        <p className="small text-danger-emphasis" role="alert">
          {sentenceOf(error)}
        </p>
      )}
      {reactions.map(({ id, name }) => (
        <div key={id} className="control-card reaction d-flex align-items-center gap-1 small">
          <span className="flex-fill text-truncate">{name}</span>
          <MoreMenu
            name={`${name}, kept`}
            align="end"
            entries={[
              ['Use it here', () => onUse(id)],
              ['Delete from the production', () => remove(id)],
            ]}
          />
        </div>
      ))}
    </section>
  );
}
