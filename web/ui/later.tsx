import { lazy, Suspense, type ComponentType, type ReactNode } from 'react';
import { BelowFold } from './BelowFold';
import { Boundary } from './Boundary';

/**
 * A part of a page whose code is asked for when it is first drawn. Where its code does not arrive only this part is missing and
 * says so. A browser does not ask twice for code that did not arrive, so trying again loads the page anew; what was typed is kept
 * as a draft. Not for what the server draws: it would send it with a script that the page's policy refuses.
 */
export function fetched<Props extends object>(
  what: string,
  load: () => Promise<ComponentType<Props>>,
  meanwhile: ReactNode = null,
): ComponentType<Props> {
  const Part = lazy(async () => ({ default: await load() }));
  return function Fetched(props: Props) {
    return (
      <Boundary what={what} again={() => location.reload()}>
        <Suspense fallback={meanwhile}>
          <Part {...props} />
        </Suspense>
      </Boundary>
    );
  };
}

/** The same, drawn after what stands about it is seen. `minHeight` keeps its place meanwhile. */
export function later<Props extends object>(
  what: string,
  load: () => Promise<ComponentType<Props>>,
  minHeight = '1.4rem',
): ComponentType<Props> {
  const Part = fetched(
    what,
    load,
    <p className="text-graphite" style={{ minHeight }}>
      Drawing…
    </p>,
  );
  return function Later(props: Props) {
    return (
      <BelowFold minHeight={minHeight}>
        <Part {...props} />
      </BelowFold>
    );
  };
}
