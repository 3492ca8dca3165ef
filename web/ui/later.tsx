import { lazy, Suspense, type ComponentType } from 'react';
import { BelowFold } from './BelowFold';
import { Boundary } from './Boundary';

/**
 * A part of a page whose code is asked for when it is first drawn, and which is drawn after what stands about it is seen. Where its
 * code does not arrive only this part is missing and says so. A browser does not ask twice for code that did not arrive, so trying
 * again loads the page anew; what was typed is kept as a draft. `minHeight` keeps its place meanwhile.
 */
export function later<Props extends object>(
  what: string,
  load: () => Promise<ComponentType<Props>>,
  minHeight = '1.4rem',
): ComponentType<Props> {
  const Part = lazy(async () => ({ default: await load() }));
  return function Later(props: Props) {
    return (
      <Boundary what={what} again={() => location.reload()}>
        <BelowFold minHeight={minHeight}>
          <Suspense
            fallback={
              <p className="text-graphite" style={{ minHeight }}>
                Drawing…
              </p>
            }
          >
            <Part {...props} />
          </Suspense>
        </BelowFold>
      </Boundary>
    );
  };
}
