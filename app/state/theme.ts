import type { Settings } from '@core/file';

/** Read by `public/theme.js` before the first paint, so that the page never flashes in the wrong theme. */
const KEY = 'hush-road.theme';

/**
 * Shows a theme and remembers it for the next first paint; the system's is followed while it changes.
 * @returns ends the following
 */
export function showTheme(theme: Settings['theme']): () => void {
  const system = matchMedia('(prefers-color-scheme: dark)');
  const show = (): void => {
    const dark = theme === 'dark' || (theme === 'system' && system.matches);
    document.documentElement.classList.toggle('dark', dark);
  };
  show();
  system.addEventListener('change', show);
  try {
    localStorage.setItem(KEY, theme);
  } catch {
    // A browser without storage still shows the theme; it is only not remembered.
  }
  return () => system.removeEventListener('change', show);
}
