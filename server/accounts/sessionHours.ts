/** Nobody signs in more seldom than that, hours: a device of the workshop stays signed in over a holiday, and no longer. */
const MOST_HOURS = 30 * 24;

/** After how many hours a session ends by itself; as it was set, or the longest that there is. */
export function sessionHours(setting = ''): number {
  if (setting === '') return MOST_HOURS;
  const hours = Number(setting);
  if (!(hours >= 1 && hours <= MOST_HOURS))
    throw new Error(`VEXLO_SIGN_IN_HOURS is "${setting}"; give hours, 1 to ${MOST_HOURS}`);
  return hours;
}
