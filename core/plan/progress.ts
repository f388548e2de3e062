/** How far a plan has come. */
export interface Progress {
  /** finding how the lines are run, or forming the wires that come of it */
  readonly stage: 'route' | 'wires';
  /** wires formed, with the share of the one in work, and how many there are */
  readonly done: number;
  readonly of: number;
}

/** Hears how far a plan has come; called often, from within the work. */
export type Told = (progress: Progress) => void;
