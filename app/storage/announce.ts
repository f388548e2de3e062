import type { TableName } from './database';

/** Tells other tabs and windows of this browser that a record was stored or taken away. */
export interface Announcement {
  readonly table: TableName;
  readonly key: string;
}

const NAME = 'hush-road.records';
let channel: BroadcastChannel | null = null;

function open(): BroadcastChannel | null {
  if (!channel && typeof BroadcastChannel !== 'undefined') channel = new BroadcastChannel(NAME);
  return channel;
}

const here = new Set<(what: Announcement) => void>();

export function announce(what: Announcement): void {
  open()?.postMessage(what);
  here.forEach((hear) => hear(what));
}

/** Calls back for each record that is stored, in this tab or another; returns how to stop. */
export function onStored(hear: (what: Announcement) => void): () => void {
  here.add(hear);
  const deaf = onAnnouncement(hear);
  return () => {
    here.delete(hear);
    deaf();
  };
}

/** Calls back for each record that another tab stores; returns how to stop. */
export function onAnnouncement(hear: (what: Announcement) => void): () => void {
  const from = open();
  const listener = (event: MessageEvent<Announcement>): void => hear(event.data);
  from?.addEventListener('message', listener);
  return () => from?.removeEventListener('message', listener);
}
