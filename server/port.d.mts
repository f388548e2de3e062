export function readPort(given: string | undefined, fallback: number): number | null;
