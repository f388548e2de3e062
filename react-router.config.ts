import type { Config } from '@react-router/dev/config';

export default {
  ssr: true,
  // All routes are known from the start, so that none has to be asked for without a connection.
  routeDiscovery: { mode: 'initial' },
  future: {
    v8_middleware: true,
    v8_passThroughRequests: true,
    v8_trailingSlashAwareDataRequests: true,
    v8_splitRouteModules: true,
    v8_viteEnvironmentApi: true,
  },
} satisfies Config;
