import type { ComponentType, ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { Button } from './Button';

/**
 * Keeps a part of the page that fails from taking the rest with it: it says what failed, and loads again when it is asked to.
 * What was typed stays, since it does not live in the part. `again` is what loads it again, if drawing it anew would not.
 */
export function Boundary({
  what,
  id,
  again,
  children,
}: {
  what: string;
  id?: string;
  again?: () => void;
  children: ReactNode;
}) {
  return (
    <ErrorBoundary
      onError={(error) => console.error(`${what} failed:`, error)}
      fallbackRender={({ error, resetErrorBoundary }) => (
        <section id={id} className="station" role="alert" data-failed={what}>
          <h2 className="station-title">{what}</h2>
          <p className="mt-2 text-lg">
            ▲ This part of the page failed: {error instanceof Error ? error.message : String(error)}. What you
            typed is kept, and the rest goes on.
          </p>
          <Button className="mt-2" onClick={again ?? resetErrorBoundary}>
            Load it again
          </Button>
        </section>
      )}
    >
      {children}
    </ErrorBoundary>
  );
}

/** An island of a page inside its own boundary. */
export function bounded<Props extends object>(what: string, Island: ComponentType<Props>) {
  return function Bounded(props: Props) {
    return (
      <Boundary what={what}>
        <Island {...props} />
      </Boundary>
    );
  };
}
