/** Elements: the length of wire that one feature uses. */
export {
  ELEMENT_KINDS,
  elementSchema,
  loopLength,
  solveElement,
  type Element,
  type ElementResult,
} from './element';
