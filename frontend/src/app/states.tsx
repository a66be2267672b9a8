import { Button } from 'antd';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { Problem } from '../api/client';

export function Loading({ what }: { what: string }) {
  return (
    <p className="state" role="status">
      Loading {what}…
    </p>
  );
}

export function Failed({ problem, onRetry }: { problem: Problem; onRetry: () => void }) {
  return (
    <section className="state" role="alert">
      <h1>{problem.title}</h1>
      <p>{problem.detail}</p>
      <Button onClick={onRetry}>Try again</Button>
    </section>
  );
}

export function NothingHere() {
  return (
    <section className="state">
      <h1>Nothing at this address</h1>
      <p>
        <Link to="/">Back to the shelf</Link>
      </p>
    </section>
  );
}

export function Empty({ children }: { children: ReactNode }) {
  return <div className="state">{children}</div>;
}

/** Figures that stand while they are worked out anew say so. */
export function Anew({ of }: { of: { isPlaceholderData: boolean } }) {
  return (
    <span role="status" className="anew">
      {of.isPlaceholderData && 'Being worked out anew: these are the figures of before.'}
    </span>
  );
}
