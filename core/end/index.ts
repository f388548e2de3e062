/**
 * End: every way in which the end of a wire is finished, each in a file of its own (`kinds/`). Forms,
 * lengths, orders, menus and limits follow from these.
 */
export type { EndForm, EndPart, EndWords } from './endKind';
export {
  END_KINDS,
  endForm,
  endKindOf,
  endLength,
  endSchema,
  endWithinLimits,
  newEnd,
  type EndKind,
  type WireEnd,
} from './registry';
