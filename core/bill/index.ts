/** The bill: all that a piece takes, for one and for all that are made of it. */
export { jointMarks, linkLooks, rowDrawing, type LinkLooks, type RowDrawing } from './rowDrawing';
export {
  billOf,
  type Amount,
  type Bill,
  type BillLength,
  type BillThing,
  type BillWire,
} from './bill';
export {
  isLink,
  jointPlan,
  linkPlan,
  MOST_LINKS,
  type LinkAnswer,
  type LinkPlan,
  type RowJoint,
  type RowLink,
} from './links';
export { itemTimes, madeInAll, partTimes, wireTimes } from './times';
