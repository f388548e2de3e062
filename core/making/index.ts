/**
 * Making: the order of assembly with its reasons, cautions where they apply, the steps one by one,
 * and the record of a real copy.
 */
export {
  assemblyOf,
  withOrderChange,
  type Assembly,
  type Conflict,
  type OrderChange,
  type OrderRemedy,
} from './assembly';
export { batchesOf, cutsFirst, type Batch, type Work } from './batches';
export { caution, earMetal, type Caution, type CautionId } from './cautions';
export { HAND_WORDS, HANDS, type Hand } from './hands';
export type { MakeStep } from './makeStep';
export { makeSteps } from './makeSteps';
export { dressOrders } from './orders';
export { inOrder, type Ordered, type Precedence } from './precedence';
export {
  makingRecordSchema,
  newMaking,
  NO_NOTES,
  readMaking,
  whyMakingNotKept,
  withStep,
  type JudgedPhoto,
  type MakingRecord,
} from './record';
export { REASONS, type Reason } from './reasons';
export type { Task } from './taskBook';
