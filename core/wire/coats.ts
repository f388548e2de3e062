/** Colours of coated wire, as they are asked for. */
export const COATS = [
  'black',
  'white',
  'red',
  'rose',
  'violet',
  'blue',
  'turquoise',
  'green',
  'amber',
] as const;
export type Coat = (typeof COATS)[number];
