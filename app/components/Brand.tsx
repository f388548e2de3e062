import { Link } from 'react-router';

/** The name with its bent wire. */
export function Brand({ small = false }: { small?: boolean }) {
  return (
    <Link
      to="/"
      className="flex items-center gap-2 rounded-md px-1 text-ink"
      aria-label="Hush Road: all pieces"
    >
      <svg width="24" height="24" viewBox="0 0 32 32" aria-hidden="true">
        <g fill="none" strokeLinecap="round">
          <path
            d="M6 26V8a3.5 3.5 0 0 1 7 0v10a6.5 6.5 0 0 1 13 0v8"
            stroke="#6b351d"
            strokeWidth="4.4"
          />
          <path
            d="M6 26V8a3.5 3.5 0 0 1 7 0v10a6.5 6.5 0 0 1 13 0v8"
            stroke="#c97c50"
            strokeWidth="3"
          />
        </g>
      </svg>
      {!small && (
        <span className="text-[15px] font-semibold tracking-tight max-sm:sr-only short:max-lg:sr-only">
          Hush Road
        </span>
      )}
    </Link>
  );
}
