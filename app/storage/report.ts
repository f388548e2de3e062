/** A fault that was caught, with where it happened. */
export interface Fault {
  /** ISO 8601 */
  readonly when: string;
  readonly where: string;
  readonly message: string;
}

const KEY = 'hush-road.faults';
const MOST = 30;
const listeners = new Set<() => void>();

function read(): Fault[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
    return Array.isArray(list) ? (list as Fault[]) : [];
  } catch {
    return [];
  }
}

/**
 * Notes a fault that was caught, so that it can be shown and passed on: the last ones stand in Settings.
 * What a maker did wrong is no fault.
 */
export function report(error: unknown, where: string): void {
  const name = error instanceof Error ? error.name : 'Error';
  const text = error instanceof Error ? error.message : String(error);
  const message = `${name}: ${text}`.slice(0, 500);
  console.error(`Hush Road, ${where}:`, error);
  if (typeof localStorage === 'undefined') return;
  const fault: Fault = { when: new Date().toISOString(), where, message };
  try {
    localStorage.setItem(KEY, JSON.stringify([fault, ...read()].slice(0, MOST)));
  } catch {
    // Without room the console has it.
  }
  listeners.forEach((hear) => hear());
}

/** The last faults, the newest first. */
export const faults = (): readonly Fault[] => (typeof localStorage === 'undefined' ? [] : read());

export function forgetFaults(): void {
  localStorage.removeItem(KEY);
  listeners.forEach((hear) => hear());
}

/** Calls back when one is added; returns how to stop. */
export function onFault(hear: () => void): () => void {
  listeners.add(hear);
  return () => listeners.delete(hear);
}
