import { fileURLToPath } from 'node:url';
import { reactRouter } from '@react-router/dev/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig, type Plugin } from 'vite';

const here = (folder: string): string => fileURLToPath(new URL(folder, import.meta.url));

/** Lists all files of the page, so that the browser can keep them for work without a connection. */
const offlineList: Plugin = {
  name: 'offline-list',
  generateBundle(_, bundle) {
    if (this.environment.name !== 'client') return;
    const files = Object.keys(bundle).map((file) => `/${file}`);
    this.emitFile({ type: 'asset', fileName: 'offline.json', source: JSON.stringify(files) });
  },
};

export default defineConfig({
  plugins: [tailwindcss(), reactRouter(), offlineList],
  resolve: { alias: { '~': here('./app'), '@core': here('./core'), '@demo': here('./demo') } },
  worker: { format: 'es' },
});
