import type { WornAs } from '@core/piece';

/** What each way of wearing a piece is called. */
export const WORN_NAMES: Readonly<Record<WornAs, string>> = {
  pendant: 'Pendant',
  earring: 'Earring',
  charm: 'Charm',
  ring: 'Ring',
  'ear-cuff': 'Ear cuff',
  bracelet: 'Bracelet or its link',
  ornament: 'Hanging ornament',
};
