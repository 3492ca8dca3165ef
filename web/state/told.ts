/** How often it is looked when nobody can tell, and when somebody does: a line may be dead without either end knowing, ms. */
const LOOK_MS = 4000;
const SELDOM_MS = 30_000;
/** Between two looks there is as much time at least; what may not be looked at now (something is being stored) waits for it too, ms. */
const PAUSE_MS = 200;

type Source = Pick<EventSource, 'readyState' | 'close' | 'addEventListener'>;
const [OPEN, CLOSED] = [1, 2];

type How = {
  pauseMs?: number;
  open?: (address: string) => Source;
  /** What else is told on the same line, by the name of the event. */
  also?: Record<string, () => void>;
};

/**
 * Looks whenever the server tells that something changed, and now and then where it cannot be told. `look` says whether it has looked;
 * where it could not, it is asked again. A page that nobody sees neither listens nor looks: a browser holds six lines to a server.
 */
export function followTold(
  address: string,
  look: (isTold: boolean) => Promise<boolean>,
  { pauseMs = PAUSE_MS, open = (at) => new EventSource(at), also = {} }: How = {},
): () => void {
  let source: Source | undefined;
  let looking = false;
  let isWanted = false;
  let lastMs = Date.now();
  let later: ReturnType<typeof setTimeout> | undefined;
  let isTold = false;
  let isStopped = false;
  const soon = (): void => {
    if (document.hidden || isStopped) return;
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
        later = setTimeout(() => {
          later = undefined;
          if (isWanted || !looked) soon();
        }, pauseMs);
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
    for (const [event, heard] of Object.entries(also)) source.addEventListener(event, heard);
  };
  const seen = (): void => {
    listen();
    soon();
  };
  listen();
  document.addEventListener('visibilitychange', seen);
  const timer = setInterval(() => {
    // A line that was refused for good is tried again.
    if (source?.readyState === CLOSED) {
      source = undefined;
      listen();
    }
    const isHeard = source?.readyState === OPEN;
    if (Date.now() - lastMs >= (isHeard ? SELDOM_MS : LOOK_MS)) soon();
  }, LOOK_MS);
  return () => {
    isStopped = true;
    source?.close();
    clearInterval(timer);
    clearTimeout(later);
    document.removeEventListener('visibilitychange', seen);
  };
}
