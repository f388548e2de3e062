import { useId, type ReactNode } from 'react';
import { TONE_COLOURS, type Item, type Page, type Paper, type Tone } from '@core/sheet';

/** Print colours: a page is paper in either theme. */
const colourOf = (tone: Tone): string => `rgb(${TONE_COLOURS[tone].join(' ')})`;

/** One page of the sheet as it will be printed. */
export function PageView({ page, paper, number }: { page: Page; paper: Paper; number: number }) {
  const id = useId();
  return (
    <figure className="m-0">
      <svg
        viewBox={`0 0 ${paper.widthMm} ${paper.heightMm}`}
        className="w-full bg-white shadow-md"
        role="img"
        aria-label={`Page ${number}: ${page.title}`}
        fontFamily="'Hanken Grotesk', sans-serif"
      >
        {page.items.map((item, i) => draw(item, `${id}-${i}`))}
      </svg>
    </figure>
  );
}

function draw(item: Item, key: string): ReactNode {
  switch (item.type) {
    case 'line':
      return (
        <line
          key={key}
          x1={item.x1}
          y1={item.y1}
          x2={item.x2}
          y2={item.y2}
          stroke={colourOf(item.tone)}
          strokeWidth={item.widthMm}
          strokeDasharray={item.dashMm}
        />
      );
    case 'path':
      return (
        <path
          key={key}
          d={item.data}
          {...(item.filled
            ? { fill: colourOf(item.tone) }
            : {
                fill: 'none',
                stroke: colourOf(item.tone),
                strokeWidth: item.widthMm,
                strokeLinecap: 'round' as const,
              })}
        />
      );
    case 'text':
      return (
        <text
          key={key}
          x={item.x}
          y={item.y}
          fontSize={item.sizeMm}
          fontWeight={item.bold ? 600 : 400}
          textAnchor={item.anchor ?? 'start'}
          fill={colourOf(item.tone ?? 'ink')}
        >
          {item.text}
        </text>
      );
    case 'window':
      return (
        <g key={key}>
          <clipPath id={key}>
            <rect x={item.x} y={item.y} width={item.width} height={item.height} />
          </clipPath>
          <g clipPath={`url(#${key})`}>
            <g transform={`translate(${item.dx} ${item.dy})`}>
              {item.items.map((child, i) => draw(child, `${key}-${i}`))}
            </g>
          </g>
        </g>
      );
  }
}
