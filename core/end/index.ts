/**
 * End: every way in which the end of a wire is finished, each in a file of its own (`kinds/`). Forms,
 * lengths, orders, menus and limits follow from these.
 */
export { END_SIDES, type EndForm, type EndPart, type EndSide, type EndWords } from './endKind';
export {
  END_KINDS,
  mirroredEnd,
  endForm,
  endKindOf,
  endLength,
  endSchema,
  endWithinLimits,
  newEnd,
  type EndKind,
  type WireEnd,
} from './registry';
