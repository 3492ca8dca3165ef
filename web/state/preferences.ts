import { atom } from 'nanostores';
import { $theme, $units } from './store';
import { send } from './apiClient';

export const $personId = atom<number>(0);
export const $personName = atom<string>('');

/** Remembered per person; the page changes at once, whether or not it could be remembered. */
function remember(preferences: { units?: string; theme?: string }): void {
  if ($personId.get() > 0) void send('PATCH', `/api/people/${$personId.get()}`, preferences);
}

export function toggleUnits(): void {
  const units = $units.get() === 'metric' ? 'inch' : 'metric';
  $units.set(units);
  remember({ units });
}

export function toggleTheme(): void {
  const theme = ({ auto: 'light', light: 'dark', dark: 'auto' } as const)[$theme.get()];
  $theme.set(theme);
  document.documentElement.dataset['theme'] = theme;
  remember({ theme });
}
