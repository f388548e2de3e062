/**
 * Photo: holds a photograph of a made piece, laid on its printed pattern or on the blank card, against
 * the plan: where it strays, by how much, and which bends are behind that. docs/maths.md says how.
 */
export {
  judgePhoto,
  type PhotoAnswer,
  type PhotoFault,
  type PhotoJudgement,
  type PhotoPlace,
} from './judgePhoto';
export type { Blamed } from './blame';
export { formByHand, type FormedByHand, type Mistake } from './practiceHand';
export { leftOf, shapesOf, type Line, type Shape } from './shape';
export { layOn } from './layOn';
export { photoFaultWords } from './faultWords';
export { besideSampleWords, judgedRecord, judgedWords, nudgeWords } from './judgementWords';
