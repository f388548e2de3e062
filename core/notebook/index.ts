/**
 * Notebook: what makings really took, and what that teaches of this maker's own hand. docs/maths.md says how.
 */
export {
  LEARNT,
  learn,
  MOST_OFF,
  PRIOR_SPREAD,
  type Learnt,
  type LearntId,
  type WirePage,
} from './learn';
export { actsOf, pagesOf, type Acts } from './pages';
export { learntWords, ownWords, type OwnId } from './words';
