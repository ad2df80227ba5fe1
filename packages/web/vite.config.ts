import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { fileURLToPath } from 'node:url';
import { defineConfig, type Plugin } from 'vite';

const file = (path: string): string => fileURLToPath(new URL(path, import.meta.url));

/** The file that starts the checks of a joint stands before the page's own code, and not in it. */
const startFirst: Plugin = {
  name: 'start-first',
  apply: 'build',
  transformIndexHtml(_html, { bundle }) {
    const start = Object.values(bundle ?? {}).find((f) => f.type === 'chunk' && f.name === 'start')!;
    return [{ tag: 'script', attrs: { type: 'module', src: `/${start.fileName}` }, injectTo: 'head-prepend' }];
  },
};

export default defineConfig({
  root: file('.'),
  plugins: [react(), tailwindcss(), startFirst],
  // The worker is an entry beside the page, so that both take the core from one file that is fetched once. The page names it by the build.
  define: { __BUILD__: JSON.stringify(Date.now().toString(36)) },
  build: {
    outDir: 'dist',
    emptyOutDir: true,
    target: 'es2022',
    chunkSizeWarningLimit: 1200,
    // What a worker loads later is not asked for by a page's <link>: a worker has no document.
    modulePreload: { resolveDependencies: (file, deps) => (/jszip|exceljs/.test(file) ? [] : deps) },
    rolldownOptions: {
      input: {
        index: file('./index.html'),
        start: file('./src/work/start.ts'),
        'check.worker': file('./src/work/check.worker.ts'),
        'field.worker': file('./src/work/field.worker.ts'),
        'house.worker': file('./src/work/house.worker.ts'),
        'model.worker': file('./src/work/model.worker.ts'),
        'search.worker': file('./src/work/search.worker.ts'),
        'standard.worker': file('./src/work/standard.worker.ts'),
        'table.worker': file('./src/work/table.worker.ts'),
      },
      output: { entryFileNames: (chunk) => (chunk.name.endsWith('.worker') ? 'assets/[name].js' : 'assets/[name]-[hash].js') },
    },
  },
  server: { host: '127.0.0.1', port: 4171, proxy: { '/api': { target: 'http://127.0.0.1:4170', changeOrigin: true } } },
});
