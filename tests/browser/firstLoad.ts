/**
 * Run on a page: bytes over the wire for what it is drawn with until it can be used, squeezed as they come: the document, code,
 * styles and fonts, without the workers' own code.
 */
export const FIRST_LOAD = `
  const [page] = performance.getEntriesByType('navigation');
  const [ready] = performance.getEntriesByName('vexlo:ready');
  const needed = performance.getEntriesByType('resource').filter(({ name }) => /\\.(js|css|woff2)$/.test(name) && !/worker/.test(name));
  return [page, ...needed].filter((one) => one.startTime < ready.startTime).reduce((sum, one) => sum + one.encodedBodySize, 0);
`;
/** Run on a page: when it could be used, ms from where it was asked for; null until then. */
export const READY = 'return performance.getEntriesByName("vexlo:ready")[0]?.startTime ?? null';
