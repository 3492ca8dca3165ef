/** How often it is looked when nobody can tell, and when somebody does: a line may be dead without either end knowing, ms. */
const LOOK_MS = 4000;
const SELDOM_MS = 30_000;
/** What may not be looked at now (something is being stored) is looked at so much later, ms. */
const LATER_MS = 200;

type Source = Pick<EventSource, 'readyState' | 'close' | 'addEventListener'>;
const OPEN = 1;

/**
 * Looks whenever the server tells that something changed, and now and then where it cannot be told. `look` says whether it has looked;
 * where it could not, it is asked again. A page that nobody sees neither listens nor looks: a browser holds six lines to a server.
 */
export function followTold(
  address: string,
  look: (isTold: boolean) => Promise<boolean>,
  open: (address: string) => Source = (at) => new EventSource(at),
): () => void {
  let source: Source | undefined;
  let looking = false;
  let isWanted = false;
  let lastMs = Date.now();
  let later: ReturnType<typeof setTimeout> | undefined;
  let isTold = false;
  const soon = (): void => {
    if (document.hidden) return;
    isWanted = true;
    if (looking || later !== undefined) return;
    looking = true;
    isWanted = false;
    lastMs = Date.now();
    const told = isTold;
    isTold = false;
    void look(told)
      .catch(() => true)
      .then((looked) => {
        looking = false;
        isTold ||= told && !looked;
        if (looked && !isWanted) return;
        later = setTimeout(() => {
          later = undefined;
          soon();
        }, LATER_MS);
      });
  };
  const listen = (): void => {
    if (document.hidden) {
      source?.close();
      source = undefined;
      return;
    }
    if (source) return;
    source = open(address);
    source.addEventListener('message', () => {
      isTold = true;
      soon();
    });
  };
  const seen = (): void => {
    listen();
    soon();
  };
  listen();
  document.addEventListener('visibilitychange', seen);
  const timer = setInterval(() => {
    // A line that was refused for good is tried again.
    if (source?.readyState === 2) {
      source = undefined;
      listen();
    }
    const isHeard = source?.readyState === OPEN;
    if (Date.now() - lastMs >= (isHeard ? SELDOM_MS : LOOK_MS)) soon();
  }, LOOK_MS);
  return () => {
    source?.close();
    clearInterval(timer);
    clearTimeout(later);
    document.removeEventListener('visibilitychange', seen);
  };
}
