import { Sparkles } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { partById, partsOf, withMeaning, type LookProposal } from '@cruvo/core/character';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { meaningInWords } from '../parts/meaningInWords';

/** What parts without telling names look like, to be taken one by one or all at once. */
export function LookProposals({ proposals }: { proposals: readonly LookProposal[] }) {
  const { store } = useOpenCharacter();
  const character = useCharacter((state) => state.character);
  if (proposals.length === 0) return null;
  const take = (some: readonly LookProposal[]) =>
    store
      .getState()
      .change((before) =>
        some.reduce((changed, { part, meaning }) => withMeaning(changed, part, meaning), before),
      );
  return (
    <div className="missing-parts" role="group" aria-label="What parts look like">
      <span className="quiet small">By the look of it:</span>
      {proposals.map((proposal) => {
        const what = meaningInWords(proposal.meaning);
        const name = partById(partsOf(character), proposal.part)!.name;
        return (
          <button
            key={proposal.part}
            type="button"
            className="tag proposal"
            title={`“${name}” is the ${what}: click if that is right`}
            onPointerEnter={() => store.getState().choose([proposal.part])}
            onClick={() => take([proposal])}
          >
            {what}: {name}
          </button>
        );
      })}
      <Button size="sm" variant="outline-secondary" onClick={() => take(proposals)}>
        <Sparkles size={15} aria-hidden /> Take all
      </Button>
    </div>
  );
}
