// Runs before the first paint, so that the page never flashes in the wrong theme.
try {
  const theme = localStorage.getItem('hush-road.theme');
  const dark =
    theme === 'dark' || (theme !== 'light' && matchMedia('(prefers-color-scheme: dark)').matches);
  if (dark) document.documentElement.classList.add('dark');
} catch {
  // A browser without storage shows the light theme until the page is there.
}
