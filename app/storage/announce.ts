/** Tells other tabs of this browser that a piece was stored. */
export interface Announcement {
  readonly id: string;
  readonly changed: string;
}

const NAME = 'hush-road.pieces';
let channel: BroadcastChannel | null = null;

function open(): BroadcastChannel | null {
  if (!channel && typeof BroadcastChannel !== 'undefined') channel = new BroadcastChannel(NAME);
  return channel;
}

export const announce = (what: Announcement): void => open()?.postMessage(what);

/** Calls back for each piece that another tab stores; returns how to stop. */
export function onAnnouncement(hear: (what: Announcement) => void): () => void {
  const from = open();
  const listener = (event: MessageEvent<Announcement>): void => hear(event.data);
  from?.addEventListener('message', listener);
  return () => from?.removeEventListener('message', listener);
}
