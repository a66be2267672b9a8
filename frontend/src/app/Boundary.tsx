import { Button } from 'antd';
import type { ReactNode } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { Link, useLocation } from 'react-router';

/** A screen that cannot be drawn says so in its own place; the rest of the program stays. */
export function Boundary({ children }: { children: ReactNode }) {
  const { pathname, search, hash } = useLocation();
  return (
    <ErrorBoundary FallbackComponent={Broken} resetKeys={[pathname, search, hash]}>
      {children}
    </ErrorBoundary>
  );
}

function Broken({ error }: FallbackProps) {
  return (
    <section className="state" role="alert">
      <h1>This screen could not be drawn</h1>
      <p>
        What the program keeps was not touched. Draw it anew, or go back to the <Link to="/">shelf</Link>.
      </p>
      <p className="second">{error instanceof Error ? error.message : String(error)}</p>
      <Button type="primary" onClick={() => location.reload()}>
        Draw it anew
      </Button>
    </section>
  );
}
