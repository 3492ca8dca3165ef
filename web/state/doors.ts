/** Pages that are shown to whoever asks: the ways in, and what a customer's link opens. */
const FOR_ANYBODY = /^\/(sign-in|enter|for\/[\w-]+)\/?$/;
export const isForAnybody = (path: string): boolean => FOR_ANYBODY.test(path);

/** Where somebody who is signed out is led, and from where they wanted to go. */
export function signInAddress({ pathname, search }: Pick<URL, 'pathname' | 'search'>): string {
  return pathname === '/' && !search ? '/sign-in' : `/sign-in?to=${encodeURIComponent(pathname + search)}`;
}

/** Where to go after signing in: a page of this shop, whatever the address asks for. */
export function placeAfter(to: string | null): string {
  // Two slashes, or a backslash that browsers read as one, lead to another site.
  return to !== null && /^\/(?![/\\])[\x21-\x7e]*$/.test(to) && !to.startsWith('/sign-in') ? to : '/';
}
