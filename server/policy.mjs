/** What files and data may do: scripts and workers load more of their own, and nothing from elsewhere. */
const policy = (scripts) =>
  [
    "default-src 'none'",
    `script-src ${scripts}`,
    "connect-src 'self'",
    "font-src 'self'",
    "img-src 'self' blob: data:",
    "base-uri 'none'",
    "form-action 'none'",
    "frame-ancestors 'none'",
  ].join('; ');

const POLICY_OF_FILES = policy("'self'");
/** The solver of cut lists is WebAssembly, and runs in a worker of its own: nothing else may compile any. */
const POLICY_OF_CUTTER = policy("'self' 'wasm-unsafe-eval'");
const CUTTER = /^\/assets\/cutter\.worker-[\w-]+\.js$/;

/** @param path that is asked for */
export const policyOf = (path) => (CUTTER.test(path) ? POLICY_OF_CUTTER : POLICY_OF_FILES);
