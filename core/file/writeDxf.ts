import { Colors, DxfWriter, point3d, Units } from '@tarikjabiri/dxf';
import { perp, scale, type Primitive } from '../geometry';
import { formedShapes, placeOnWire, type Plan } from '../plan';
import { degrees } from '../units';

/** Layer of grip marks and their numbers; it holds no wire. */
export const MARKS_LAYER = 'MARKS';

/** DXF has y upwards. */
const at = (p: { x: number; y: number }): ReturnType<typeof point3d> => point3d(p.x, -p.y);

/**
 * The pattern as a DXF drawing in mm: each wire's centreline as lines and arcs in order on a layer
 * of its own, the grip marks with their numbers on another.
 */
export function writeDxf(plan: Plan): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  plan.wires.forEach((wire, i) => {
    const name = `WIRE-${i + 1}`;
    dxf.addLayer(name, Colors.White, 'Continuous');
    dxf.setCurrentLayerName(name);
    for (const shape of formedShapes(wire)) draw(dxf, shape);
  });
  dxf.addLayer(MARKS_LAYER, Colors.Cyan, 'Continuous');
  dxf.setCurrentLayerName(MARKS_LAYER);
  for (const wire of plan.wires) {
    const reach = wire.stock.diameterMm / 2 + 0.8;
    wire.bends.forEach((b, i) => {
      const grip = placeOnWire(wire, b.gripMm);
      if (!grip) return;
      const side = scale(perp(grip.direction), reach);
      const from = { x: grip.at.x + side.x, y: grip.at.y + side.y };
      const to = { x: grip.at.x - side.x, y: grip.at.y - side.y };
      dxf.addLine(at(from), at(to));
      const out = { x: grip.at.x - 2 * side.x, y: grip.at.y - 2 * side.y };
      dxf.addText(at(out), 1.8, String(i + 1));
    });
  }
  return dxf.stringify();
}

function draw(dxf: DxfWriter, s: Primitive): void {
  if (s.type === 'line') {
    dxf.addLine(at(s.from), at(s.to));
    return;
  }
  // Turned over, angles change their sign; a DXF arc always runs anticlockwise.
  const [a, b] = [-degrees(s.startAngle), -degrees(s.startAngle + s.sweep)];
  if (Math.abs(s.sweep) >= 2 * Math.PI - 1e-9) dxf.addCircle(at(s.center), s.radius);
  else if (s.sweep > 0) dxf.addArc(at(s.center), s.radius, b, a);
  else dxf.addArc(at(s.center), s.radius, a, b);
}
