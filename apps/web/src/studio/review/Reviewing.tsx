import { createContext, useContext, useMemo, type ReactNode } from 'react';
import { useReview, type Review } from './useReview';

interface ReviewState {
  /** Null while no sound is looked at. */
  readonly review: Review | null;
  /** Goes to the next sound that nobody has looked at. */
  readonly next: () => void;
}

const ReviewContext = createContext<ReviewState | null>(null);

/** Lets what is inside lead through the least sure sounds. */
export function Reviewing({ children }: { children: ReactNode }) {
  const { review, next } = useReview();
  const state = useMemo(() => ({ review, next }), [review, next]);
  return <ReviewContext value={state}>{children}</ReviewContext>;
}

export function useReviewing(): ReviewState {
  const state = useContext(ReviewContext);
  if (!state) throw new Error('Nothing can be reviewed around this component.');
  return state;
}
