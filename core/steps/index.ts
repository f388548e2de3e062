/**
 * Steps: from a plan to the work of the hands. Marks for each way of working, the two arms of a
 * figure alike on both sides, the order of the bends with what the tail does at each crossing, the
 * wire at every moment of its forming, and pegs for winding it.
 */
export { endOrder, endWords, overTool } from './endWords';
export { armNames, armsOf, type ArmNames, type Arms, type Pair } from './arms';
export { formedPart } from './formedPart';
export { MOST_PEGS, pegPlan, type Peg, type PegAnswer, type PegBoard, type PegPlan } from './pegs';
export { poseStrip } from './pose';
export {
  posedBox,
  posedPoints,
  posedWire,
  stepBox,
  type PosedWire,
  type WireEndSide,
} from './posed';
export type { Trouble } from './room';
export { stepsOf, type Measure, type Step, type WireSteps } from './stepsOf';
export { tailMoves, threadingOf, type TailMove, type Threading } from './tail';
export { workMarks, type Arm, type WorkMark, type WorkMarks } from './ways';
export {
  BEND_WORDS,
  beginWords,
  bendOrder,
  gaugeWords,
  measureWords,
  moveWords,
  overWords,
  stepTitle,
  troublesTogether,
  troubleWords,
  turnWord,
} from './words';
