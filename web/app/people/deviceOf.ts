/** Which browser on what, from what it says of itself. */
export function deviceOf(browser: string | null): string {
  const what = /(Firefox|Edg|Chrome|Safari)\//.exec(browser ?? '')?.[1] ?? 'A browser';
  const on = /(Windows|Android|iPhone|iPad|Mac OS X|Linux)/.exec(browser ?? '')?.[1] ?? 'some device';
  return `${what === 'Edg' ? 'Edge' : what} on ${on}`;
}
