/** Forming: springback, and which tool leaves which curve. Theory and checks in docs/maths.md. */
export { chooseTools, type ToolChoice } from './chooseTools';
export { kitSchema, type Kit, type Tool } from './kit';
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
