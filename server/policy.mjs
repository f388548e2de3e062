/** What files and data may do: scripts and workers load more of their own, and nothing from elsewhere. */
export const POLICY_OF_FILES = [
  "default-src 'none'",
  // The solver of cut lists is WebAssembly.
  "script-src 'self' 'wasm-unsafe-eval'",
  "connect-src 'self'",
  "font-src 'self'",
  "img-src 'self' blob: data:",
  "base-uri 'none'",
  "form-action 'none'",
  "frame-ancestors 'none'",
].join('; ');
