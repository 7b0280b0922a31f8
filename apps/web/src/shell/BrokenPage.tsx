import { useRouteError } from 'react-router';
import { sentenceOf } from '@cruvo/core/problem';
import { Notice } from './Notice';

/** What is shown where a page broke: what was saved is still there. */
export function BrokenPage() {
  const error = useRouteError();
  return (
    <Notice title="This page has stopped" onRetry={() => location.reload()}>
      That is a fault of Cruvo. What you made is kept, and is there when the page is loaded again.
      <span className="d-block small mt-2">{sentenceOf(error)}</span>
    </Notice>
  );
}
