/**
 * The drawer: spools, offcuts, beads and findings; what pieces need against what is there; what was cut. All in
 * mm and grams; money in the maker's own currency.
 */
export {
  cutDoneSchema,
  drawerSchema,
  EMPTY_DRAWER,
  LONGEST_MM,
  MOST_PICTURE,
  mergeDrawers,
  readDrawer,
  THING_KINDS,
  whyDrawerNotKept,
  type CutDone,
  type Drawer,
  type Thing,
  type ThingKind,
  type ThingTaken,
  type WireLength,
} from './drawer';
export {
  cutProblem,
  stillToCut,
  wireBalance,
  type StillToCut,
  type Substitute,
  type Wanted,
  type WireBalance,
  type WireNeed,
} from './needs';
export {
  byDue,
  isOpen,
  MOST_COPIES,
  ORDER_STATES,
  orderPlan,
  withCopies,
  type Order,
  type OrderState,
  type PlannedOrder,
  type ToMake,
} from './orders';
export { weekPlan, type PlannedWeek } from './weeks';
export { DEFAULT_PRICING, pricingSchema, type Pricing } from './pricing';
export { readRows, type BadRow, type ReadRows } from './readRows';
export {
  isThing,
  putThingsBack,
  stillToTake,
  takeThings,
  thingBalance,
  withoutTaken,
  type StillToTake,
  type ThingBalance,
} from './things';
export { toBuy, type ToBuy } from './toBuy';
export { isSameStock, lengthByWeight, weightOf, type Stock } from './stock';
export { asMade, lineKey, tidyMadeAs, type MadeAs } from './madeAs';
export { beadsInstead, billChange, withBeadInstead, withInstead, type BillChange } from './instead';
export { DrawerError, takeCut } from './takeCut';
