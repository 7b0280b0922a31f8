import { ListChecks } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { reviewProgress, type LineProgram } from '@cruvo/core/program';
import { useReviewing } from './Reviewing';

/** How much of a line was looked at, and how many of its mouths people had to change; the way into the review. */
export function ReviewSummary({ line }: { line: LineProgram }) {
  const { next } = useReviewing();
  const { unsure, seen, mouths, byHand } = reviewProgress([line]);
  const share = mouths === 0 ? 0 : (100 * byHand) / mouths;
  return (
    <div className="review-summary small">
      <span>
        {unsure === 0 ? 'No sound is unsure.' : `${seen} of ${unsure} unsure sounds looked at.`}{' '}
        {byHand === 1 ? 'One mouth' : `${byHand} mouths`} of {mouths} set by hand
        {byHand > 0 && ` (${share < 1 ? '<1' : Math.round(share)} %)`}.
      </span>
      {seen < unsure && (
        <Button size="sm" variant="outline-secondary" onClick={next}>
          <ListChecks size={16} aria-hidden /> Review <kbd>U</kbd>
        </Button>
      )}
    </div>
  );
}
