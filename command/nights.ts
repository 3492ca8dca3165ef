import { format } from 'date-fns';
import { lastBackupIn, type LastBackup } from '../server/standing';
import { nightly } from './backup';
import { stateFolder } from './paths';

const NIGHT_HOUR = 3;
const LOOK_MS = 60_000;

/**
 * Whether a backup is to be made: after three, unless the one of this day was written and read back. One that was stopped
 * between the two, or failed, is made again.
 */
export function isNightDue(last: LastBackup | null, now: Date): boolean {
  const day = format(now, 'yyyy-MM-dd');
  const done = last?.ok === true && format(new Date(last.at), 'yyyy-MM-dd') === day;
  return now.getHours() >= NIGHT_HOUR && !done;
}

/** Makes a backup every night, or as soon as it runs again after three. */
export function keepNights(url: () => string): ReturnType<typeof setInterval> {
  let busy = false;
  const look = async (): Promise<void> => {
    const now = new Date();
    if (busy || !isNightDue(lastBackupIn(stateFolder('backups')), now)) return;
    busy = true;
    const { ok, why } = await nightly(url(), format(now, 'yyyy-MM-dd'));
    if (!ok) console.error(`vexlo: the backup of this night failed: ${why}`);
    // What failed is tried again an hour later.
    setTimeout(() => (busy = false), ok ? 0 : 60 * LOOK_MS).unref();
  };
  return setInterval(() => void look(), LOOK_MS).unref();
}
