import type { ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';

/** A page with one thing to say. */
export function Notice({
  title,
  children,
  onRetry,
}: {
  title: string;
  children: ReactNode;
  onRetry?: () => void;
}) {
  return (
    <div className="notice-page" role="alert">
      <h1 className="h4">{title}</h1>
      <p className="quiet">{children}</p>
      {onRetry && (
        <Button className="me-2" onClick={onRetry}>
          Try again
        </Button>
      )}
      <Link className="btn btn-quiet" to="/">
        All productions
      </Link>
    </div>
  );
}
