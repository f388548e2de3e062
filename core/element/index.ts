/** Elements: the length of wire that one feature uses. */
export {
  ELEMENT_KINDS,
  elementSchema,
  loopLength,
  solveElement,
  typicalStiffness,
  type Element,
  type ElementResult,
} from './element';
