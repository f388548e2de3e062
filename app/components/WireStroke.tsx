import type { ReactNode } from 'react';
import type { Vec } from '@core/geometry';
import type { MetalColours } from './metalColours';

/** Light falls from the upper left; the bright lines lie that much of a diameter aside. */
const LIGHT: Vec = { x: -0.5, y: -0.86 };

/** One stretch of round wire: rim, body, and light along it. */
export function WireStroke({
  data,
  diameterMm,
  colours,
  cap = 'round',
  over = [data, data, data],
  strands,
}: {
  data: string;
  /** the strands of a rope that are seen, over the rest */
  strands?: { readonly data: string; readonly diameterMm: number } | null | undefined;
  /** where body and light lie along it, each further than the one under it on a stretch drawn twice */
  over?: readonly [string, string, string];
  diameterMm: number;
  colours: MetalColours;
  cap?: 'round' | 'butt';
}) {
  const ends = strands ? 'butt' : cap;
  const layer = (d: string, color: string, width: number, aside: number): ReactNode => (
    <path
      d={d}
      fill="none"
      stroke={color}
      strokeWidth={diameterMm * width}
      strokeLinecap={ends}
      strokeLinejoin="round"
      transform={`translate(${LIGHT.x * aside * diameterMm} ${LIGHT.y * aside * diameterMm})`}
    />
  );
  if (strands) {
    return (
      <g>
        {layer(data, colours.rim, 0.92, 0)}
        <WireStroke {...strands} colours={colours} />
      </g>
    );
  }
  return (
    <g>
      {layer(data, colours.rim, 1, 0)}
      {layer(over[0], colours.body, 0.78, 0.03)}
      {layer(over[1], colours.lit, 0.42, 0.1)}
      {layer(over[2], colours.glint, 0.13, 0.18)}
    </g>
  );
}
