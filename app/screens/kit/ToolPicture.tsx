import type { KitTool } from '@core/forming';

/** Steel, a little light on it: tools are cool, only wire is warm. */
const STEEL = { body: 'var(--tool)', edge: 'var(--soft)' };
const WIDTH = 150;
const HEIGHT = 64;

/** Round ends side by side, or one inside the other where there are too many, to one scale. */
function Rounds({ sizes }: { sizes: readonly number[] }) {
  const gap = 4;
  const sum = sizes.reduce((n, d) => n + d, 0);
  const scale = Math.min(
    3.2,
    (WIDTH - gap * (sizes.length + 1)) / Math.max(1, sum),
    (HEIGHT - 6) / Math.max(...sizes, 1),
  );
  return sizes.map((d, i) => {
    const before = sizes.slice(0, i).reduce((n, e) => n + e * scale + gap, gap);
    return (
      <circle
        key={i}
        cx={before + (d * scale) / 2}
        cy={HEIGHT - 3 - (d * scale) / 2}
        r={Math.max(0.8, (d * scale) / 2)}
        fill={STEEL.body}
        stroke={STEEL.edge}
      />
    );
  });
}

/** A jaw with steps, lying on its side: each barrel as thick as it is. */
function Steps({ sizes }: { sizes: readonly number[] }) {
  const scale = Math.min(6, (HEIGHT - 8) / Math.max(...sizes, 1));
  const each = Math.min(24, (WIDTH - 6) / sizes.length);
  return sizes.map((d, i) => (
    <rect
      key={i}
      x={3 + i * each}
      y={(HEIGHT - d * scale) / 2}
      width={each}
      height={d * scale}
      rx={1.5}
      fill={STEEL.body}
      stroke={STEEL.edge}
    />
  ));
}

/** What a tool looks like, drawn from its sizes. */
export function ToolPicture({ tool }: { tool: KitTool }) {
  const middle = HEIGHT / 2;
  const shape = (() => {
    switch (tool.kind) {
      case 'stepped':
        return <Steps sizes={tool.stepsMm} />;
      case 'mandrels':
        return <Rounds sizes={tool.sizesMm} />;
      case 'found':
        return <Rounds sizes={[tool.diameterMm]} />;
      case 'round-nose':
      case 'ring-mandrel': {
        const [thin, thick, long] =
          tool.kind === 'round-nose'
            ? [tool.tipMm, tool.baseMm, tool.lengthMm]
            : [tool.fromMm, tool.toMm, 60];
        const scale = Math.min((WIDTH - 8) / long, (HEIGHT - 8) / thick);
        const [a, b, l] = [(thin * scale) / 2, (thick * scale) / 2, long * scale];
        return (
          <path
            d={`M4 ${middle - a}L${4 + l} ${middle - b}V${middle + b}L4 ${middle + a}A${a} ${a} 0 0 1 4 ${middle - a}Z`}
            fill={STEEL.body}
            stroke={STEEL.edge}
          />
        );
      }
      case 'jaws':
      case 'nylon': {
        const width = Math.min(WIDTH / 2, tool.widthMm * 6);
        const nylon = tool.kind === 'nylon';
        return (
          <>
            <rect
              x={4}
              y={middle - 12}
              width={width}
              height={11}
              rx={nylon ? 4 : 1}
              fill={nylon ? 'var(--raised)' : STEEL.body}
              stroke={STEEL.edge}
            />
            <rect
              x={4}
              y={middle + 1}
              width={width}
              height={11}
              rx={nylon ? 4 : 1}
              fill={nylon ? 'var(--raised)' : STEEL.body}
              stroke={STEEL.edge}
            />
          </>
        );
      }
    }
  })();
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width={WIDTH}
      height={HEIGHT}
      aria-hidden="true"
      className="shrink-0"
    >
      {shape}
    </svg>
  );
}
