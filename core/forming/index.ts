/** Forming: springback, test coils, the maker's kit, and which tool leaves which curve. Theory in docs/maths.md. */
export { hardSpots, type HardSpot } from './hardSpots';
export {
  DEFAULT_KIT,
  fixedTools,
  GRIPS,
  jawWidths,
  kitSchema,
  kitToolSchema,
  sharpestEdge,
  taperedTools,
  toolAt,
  toolSizes,
  type Grip,
  type Kit,
  type KitTool,
  type Tool,
  type ToolKind,
} from './kit';
export { kitFileSchema, kitFromFile, type KitFile } from './kitFile';
export {
  loopTool,
  nearestTools,
  optionsFor,
  settleOnTools,
  toolRadii,
  toolsOf,
  type ToolMiss,
  type ToolRadius,
} from './settleOnTools';
export {
  bendingMoment,
  formingCurvature,
  inertia,
  insideFromTool,
  overbendFactor,
  releasedCurvature,
  toolForInside,
  type Stiffness,
} from './springback';
export {
  coilOf,
  readCoil,
  flowOf,
  stiffnessOf,
  testCoilSchema,
  typicalStiffness,
  type CoilReading,
  type TestCoil,
} from './stiffness';
