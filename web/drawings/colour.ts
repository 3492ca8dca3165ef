/** A colour of the theme as red, green and blue, for what is painted on a canvas. */
export function colour(name: string): [number, number, number] {
  const text = getComputedStyle(document.documentElement).getPropertyValue(name).trim().replace('#', '');
  const long = text.length === 3 ? text.replace(/./g, '$&$&') : text;
  const value = Number.parseInt(long, 16);
  return [(value >> 16) & 255, (value >> 8) & 255, value & 255];
}

/** Calls back when the light or dark theme changes; answers how to stop. */
export function onTheme(listener: () => void): () => void {
  const watcher = new MutationObserver(listener);
  watcher.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
  const query = matchMedia('(prefers-color-scheme: dark)');
  query.addEventListener('change', listener);
  return () => {
    watcher.disconnect();
    query.removeEventListener('change', listener);
  };
}
