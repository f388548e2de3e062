/** Planning: all that follows from one state of a piece, asked for by name and remembered. */
export {
  planned,
  Planning,
  Plannings,
  type AnswerTo,
  type Hand,
  type MakingPlan,
  type Planned,
  type Question,
  type QuestionArgs,
  type SheetWish,
} from './planning';
