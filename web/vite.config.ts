import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import vue from '@vitejs/plugin-vue';
import { BootstrapVueNextResolver } from 'bootstrap-vue-next/resolvers';
import Components from 'unplugin-vue-components/vite';
import { defineConfig } from 'vite';

const here = dirname(fileURLToPath(import.meta.url));

export default defineConfig({
  root: here,
  plugins: [vue(), Components({ dts: false, dirs: [], resolvers: [BootstrapVueNextResolver()] })],
  worker: { format: 'es' },
  build: {
    outDir: resolve(here, '../dist/web'),
    emptyOutDir: true,
    // The Content-Security-Policy allows no inline data for scripts or styles.
    assetsInlineLimit: 0,
    target: 'es2023',
    license: { fileName: 'licences.md' },
  },
});
