/**
 * A scale or a calliper. What it reads comes as a line of text, as real ones send it that type like a keyboard or
 * write to a serial line; whoever listens reads the number from it.
 */
export interface Instrument {
  /** @returns ends the listening */
  readonly listen: (take: (line: string) => void) => () => void;
}

/** An instrument that is handed its lines: by a practice one, or by a field that a real one types into. */
export class LineInstrument implements Instrument {
  private readonly takers = new Set<(line: string) => void>();

  listen = (take: (line: string) => void): (() => void) => {
    this.takers.add(take);
    return () => this.takers.delete(take);
  };

  send(line: string): void {
    this.takers.forEach((take) => take(line));
  }
}
