/** The bill: all that a piece takes, for one and for all that are made of it. */
export { jointMarks, rowDrawing, type RowDrawing } from './rowDrawing';
export {
  billOf,
  type Amount,
  type Bill,
  type BillLength,
  type BillThing,
  type BillWire,
} from './bill';
export { jointPlan, linkPlan, MOST_LINKS, type LinkAnswer, type LinkPlan } from './links';
export { itemTimes, madeInAll, partTimes, wireTimes } from './times';
