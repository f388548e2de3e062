import { fileURLToPath } from 'node:url';
import { reactRouter } from '@react-router/dev/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

const here = (folder: string): string => fileURLToPath(new URL(folder, import.meta.url));

export default defineConfig({
  plugins: [tailwindcss(), reactRouter()],
  resolve: { alias: { '~': here('./app'), '@core': here('./core'), '@demo': here('./demo') } },
  worker: { format: 'es' },
});
