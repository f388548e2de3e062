/** Forming: springback, and which tool leaves which curve. Theory and checks in docs/maths.md. */
export { chooseTools, type ToolChoice } from './chooseTools';
export { hardSpots, type HardSpot } from './hardSpots';
export { DEFAULT_KIT, kitSchema, toolSizes, type Kit, type Tool } from './kit';
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
