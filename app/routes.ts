import { index, layout, route, type RouteConfig } from '@react-router/dev/routes';

export default [
  layout('routes/shell.tsx', [
    index('routes/pieces.tsx'),
    route('new', 'routes/new.ts'),
    route('piece/:pieceId', 'routes/piece.tsx', [
      index('routes/piece-index.ts'),
      route('figure', 'routes/figure.tsx'),
      route('trace', 'routes/trace.tsx'),
      route('wire', 'routes/wire.tsx'),
      route('bends', 'routes/bends.tsx'),
      route('rehearse', 'routes/rehearse.tsx'),
      route('dressing', 'routes/dressing.tsx'),
      route('sheet', 'routes/sheet.tsx'),
      route('make', 'routes/make.tsx'),
      route('make/:makingId', 'routes/making.tsx'),
    ]),
    route('desk', 'routes/desk.tsx'),
    route('kit', 'routes/kit.tsx'),
    route('drawer', 'routes/drawer.tsx', [
      index('routes/drawer-index.tsx'),
      route('cuts', 'routes/cuts.tsx'),
      route('batches', 'routes/batches.tsx'),
      route('orders', 'routes/orders.tsx'),
      route('prices', 'routes/prices.tsx'),
    ]),
    route('settings', 'routes/settings.tsx'),
    route('deleted', 'routes/deleted.tsx'),
  ]),
  route('demo.json', 'routes/demo.ts'),
  route('health', 'routes/health.ts'),
  route('*', 'routes/missing.tsx'),
] satisfies RouteConfig;
