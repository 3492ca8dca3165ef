/** What holds for every answer, page or not. */
export const EVERYWHERE = ["base-uri 'self'", "form-action 'self'", "frame-ancestors 'none'"];

/**
 * The policy of a page. The application's own scripts come from this server or are named by their hashes, which the framework
 * puts into its own policy; styles may stand in the page, because dialogs and notices set theirs as they open.
 */
const REST = [
  "default-src 'self'",
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data: blob:",
  "font-src 'self' data:",
  "connect-src 'self'",
  "worker-src 'self' blob:",
  "media-src 'self' blob:",
  "object-src 'none'",
  ...EVERYWHERE,
];

/** The whole policy, with the scripts that the framework's own one lets run; none that stand in the page where it has none. */
export function policyWith(framework: string | null): string {
  const scripts = (framework ?? '')
    .split(';')
    .map((one) => one.trim())
    .find((one) => one.startsWith('script-src '));
  return [...REST, scripts ?? "script-src 'self'"].join('; ');
}
