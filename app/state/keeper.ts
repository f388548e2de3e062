import { onAnnouncement } from '~/storage/announce';
import { StorageError, table } from '~/storage/database';
import { ANY, sameState, stampOf, type Known, type RecordKind } from '~/storage/records';
import { forgetPending, notePending } from '~/storage/pending';
import { report } from '~/storage/report';

export type SaveState =
  | { readonly kind: 'saved' | 'saving' }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'conflict' };

/** While changes go on they are kept no less often than this, ms. */
export const EVERY_MS = 500;

export interface KeeperOptions<T> {
  readonly kind: RecordKind<T>;
  readonly key: string;
  /** keeps it, if what stands there has still the stamp that is known */
  readonly save: (value: T, known: Known) => Promise<'kept' | 'elsewhere'>;
  /** puts by what gives way when the maker chose between two states */
  readonly putBy: (given: unknown) => Promise<void>;
  readonly onState: (state: SaveState) => void;
  /** another tab stored it while nothing was unsaved here */
  readonly onTaken: (value: T) => void;
  /** puts together what was changed here and elsewhere since they were alike; null where that cannot be */
  readonly merge?: (base: T, mine: T, theirs: T) => T | null;
}

/**
 * Keeps one record of the browser as it changes here: at once after the first change, then at intervals
 * while changes go on, and the last one. What another tab stores is taken over while nothing is unsaved
 * here, or put together with what is; else nothing is written until the maker chooses.
 */
export class Keeper<T> {
  private latest: T;
  /** as it is stored, as far as is known here, and what tells that state */
  private base: T;
  private known: string;
  private unsaved = false;
  /** only what goes on by itself, such as a clock: it gives way to what another tab stores */
  private soft = true;
  private conflict = false;
  private saving: Promise<void> | null = null;
  /** the stamp of what is being kept just now */
  private inWork: string | null = null;
  private timer: ReturnType<typeof setTimeout> | null = null;
  private lastBegun = -Infinity;
  /** the last try failed: said until one goes well */
  private failing = false;

  /** @param first as it is stored, or as it would be when nothing is stored yet */
  constructor(
    first: T,
    private readonly options: KeeperOptions<T>,
  ) {
    this.latest = first;
    this.base = first;
    this.known = this.stamp(first);
  }

  private stamp(raw: unknown): string {
    return stampOf(this.options.kind, raw);
  }

  /** Hears what other tabs store, until it is called off. */
  listen(): () => void {
    const { kind, key: own } = this.options;
    // What was stored between the reading of it and now was not heard.
    void this.heard();
    return onAnnouncement(({ table: from, key }) => {
      if (from === kind.table && key === own) void this.heard();
    });
  }

  /** @param soft it gives way to what another tab stores */
  change(value: T, soft = false): void {
    this.soft = this.unsaved ? this.soft && soft : soft;
    this.latest = value;
    const stamp = this.stamp(value);
    // What goes back to the state that is stored is unsaved while another one is being kept in its place.
    this.unsaved = stamp !== this.known || (this.inWork !== null && stamp !== this.inWork);
    if (this.conflict) return;
    if (!this.unsaved) this.failing = false;
    if (!this.failing) this.options.onState({ kind: this.unsaved ? 'saving' : 'saved' });
    this.plan();
  }

  private plan(): void {
    if (!this.unsaved || this.timer || this.saving || this.conflict) return;
    const wait = this.lastBegun + EVERY_MS - Date.now();
    if (wait <= 0) void this.flush();
    else this.timer = setTimeout(() => void this.flush(), wait);
  }

  /** Keeps what is unsaved now. */
  flush(): Promise<void> {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    if (this.saving) return this.saving.then(() => (this.unsaved ? this.flush() : undefined));
    if (!this.unsaved || this.conflict) return Promise.resolve();
    return this.write(this.known);
  }

  /**
   * The page may go away now. What is unsaved is noted where that takes no time, and kept as well if
   * there is time for it.
   */
  leave(): void {
    if (!this.unsaved || this.conflict) return;
    const { kind, key } = this.options;
    const known = this.inWork === null ? [this.known] : [this.known, this.inWork];
    notePending(kind.table, key, known, this.latest);
    void this.flush().then(() => {
      if (!this.unsaved) forgetPending(kind.table, key);
    });
  }

  private write(known: Known): Promise<void> {
    const value = this.latest;
    this.lastBegun = Date.now();
    this.inWork = this.stamp(value);
    this.saving = this.options
      .save(value, known)
      .then((done) => {
        if (done === 'elsewhere') return this.heard(true);
        this.base = value;
        this.known = this.stamp(value);
        this.conflict = false;
        this.failing = false;
        this.unsaved = this.stamp(this.latest) !== this.known;
        this.options.onState({ kind: this.unsaved ? 'saving' : 'saved' });
        return undefined;
      })
      .catch((error: unknown) => {
        // A full store or a change beyond limits is said where the work is; all else is a fault.
        if (!(error instanceof StorageError)) report(error, `keeping ${this.options.key}`);
        const message = error instanceof Error ? error.message : String(error);
        this.options.onState({ kind: 'failed', message });
        // Not again by itself: the next change or the maker tries again.
        this.failing = true;
      })
      .finally(() => {
        this.saving = null;
        this.inWork = null;
        if (!this.failing) this.plan();
      });
    return this.saving;
  }

  /** Something else stands there, or may. */
  private async heard(refused = false): Promise<void> {
    let raw: unknown;
    let known: string;
    // What was kept or taken while this was read is newer than what was read.
    do {
      if (this.saving && !refused) await this.saving;
      known = this.known;
      raw = await table(this.options.kind.table).getItem(this.options.key);
    } while (known !== this.known || (this.saving && !refused));
    const stamp = raw === null ? null : this.stamp(raw);
    if (stamp === this.known && !refused) return;
    if (stamp !== null && sameState(this.options.kind, raw, this.latest)) {
      this.base = this.latest;
      this.known = stamp;
      this.unsaved = false;
      this.options.onState({ kind: 'saved' });
      return;
    }
    // Taken away elsewhere: what is here goes on and is kept again with its next change.
    if (raw === null || stamp === null) return;
    const read = this.options.kind.read(raw);
    if ((!this.unsaved || this.soft) && read.ok) {
      this.take(read.value, stamp);
      return;
    }
    const both = read.ok ? this.options.merge?.(this.base, this.latest, read.value) : null;
    if (both && read.ok) {
      this.base = read.value;
      this.known = stamp;
      this.latest = both;
      this.options.onTaken(both);
      this.plan();
      return;
    }
    this.conflict = true;
    this.options.onState({ kind: 'conflict' });
  }

  private take(value: T, stamp: string): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    this.latest = value;
    this.base = value;
    this.known = stamp;
    this.unsaved = false;
    this.conflict = false;
    this.failing = false;
    this.options.onTaken(value);
    this.options.onState({ kind: 'saved' });
  }

  /** The maker chose what is here; what stands there is put by. */
  async keepMine(): Promise<void> {
    const { kind, key, putBy } = this.options;
    const raw: unknown = await table(kind.table).getItem(key);
    if (this.conflict && raw !== null) await putBy(raw);
    // Tried again without a conflict it is as careful as before.
    await this.write(this.conflict ? ANY : this.known);
  }

  /** The maker chose what stands there; what is here is put by. */
  async takeTheirs(): Promise<void> {
    const { kind, key, putBy } = this.options;
    const raw: unknown = await table(kind.table).getItem(key);
    const read = raw === null ? null : kind.read(raw);
    if (!read?.ok) return;
    await putBy(this.latest);
    this.take(read.value, this.stamp(raw));
  }
}
