/** What somebody is in a shop; the first may most. */
export const ROLES = ['owner', 'planner', 'fitter', 'viewer'] as const;
export type Role = (typeof ROLES)[number];

/**
 * Everything that may be asked for, in words that follow "may" or "does not", and who may. The only place that says so: the
 * request's one place refuses by it, and pages offer by it.
 */
export const RIGHTS = {
  see: { words: 'see what the shop has', roles: ['owner', 'planner', 'fitter', 'viewer'] },
  bench: {
    words: 'measure, tick work off and write into the log',
    roles: ['owner', 'planner', 'fitter'],
  },
  plan: {
    words: 'plan packages, jobs, quotes, parts and the week',
    roles: ['owner', 'planner'],
  },
  people: { words: 'say who works here and what they may', roles: ['owner'] },
} as const satisfies Record<string, { words: string; roles: readonly Role[] }>;
export type Right = keyof typeof RIGHTS;

/**
 * What an address asks of whoever calls it: a right of the table; `self` is anybody who is signed in, about what is their own;
 * `anybody` needs no sign-in at all.
 */
export type Asked = Right | 'self' | 'anybody';

export const RIGHT_NAMES = Object.keys(RIGHTS) as Right[];

export const allows = (role: Role, right: Right): boolean =>
  (RIGHTS[right].roles as readonly Role[]).includes(role);

const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} or ${words.at(-1) ?? ''}`;

/** Why a role may not do something, and who may: a sentence for the screen and for a refusal. */
export function refusalOf(role: Role, right: Right): string {
  const { words, roles } = RIGHTS[right];
  return `As a ${role} you do not ${words}; ask ${listed(roles.map((one) => (one === 'owner' ? 'the owner' : `a ${one}`)))}.`;
}

/** What a role may, as a sentence. */
export function rightsOf(role: Role): string {
  const may = RIGHT_NAMES.filter((right) => allows(role, right)).map((right) => RIGHTS[right].words);
  return may.join('; ');
}

/** Fewer would be tried out one after another; the bound that a standard for sign-in names. */
export const LEAST_PASSWORD = 12;
export const MOST_PASSWORD = 128;

/** A name as it is shown: without spaces that nobody sees. */
export const shownName = (name: string): string => name.trim().replace(/\s+/g, ' ');

/** The name that somebody signs in by: as they are called, whatever the capitals and spaces. */
export const signInName = (name: string): string => shownName(name.normalize('NFKC')).toLowerCase();
