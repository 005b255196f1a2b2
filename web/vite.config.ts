import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import vue from '@vitejs/plugin-vue';
import { BootstrapVueNextResolver } from 'bootstrap-vue-next/resolvers';
import Components from 'unplugin-vue-components/vite';
import { defineConfig, type CSSOptions } from 'vite';

const here = dirname(fileURLToPath(import.meta.url));

/** Puts the styles of every component into the layer that outweighs what holds everywhere, and that paper outweighs. */
type PostCss = Exclude<CSSOptions['postcss'], string | undefined>;
const componentsInParts: NonNullable<PostCss['plugins']>[number] = {
  postcssPlugin: 'components-in-parts',
  Once(root, { AtRule }) {
    if (!root.source?.input.file?.includes('.vue') || !root.nodes.length) return;
    const parts = new AtRule({ name: 'layer', params: 'parts', nodes: [] });
    parts.append(root.nodes);
    root.append(parts);
  },
};

export default defineConfig({
  root: here,
  plugins: [vue(), Components({ dts: false, dirs: [], resolvers: [BootstrapVueNextResolver()] })],
  worker: { format: 'es' },
  css: {
    postcss: { plugins: [componentsInParts] },
    // Bootstrap 5.3 is still written with rules that a later Sass will not have.
    preprocessorOptions: { scss: { quietDeps: true, silenceDeprecations: ['import', 'if-function'] } },
  },
  build: {
    outDir: resolve(here, '../dist/web'),
    emptyOutDir: true,
    // The Content-Security-Policy allows no inline data for scripts or styles.
    assetsInlineLimit: 0,
    target: 'es2023',
    license: { fileName: 'licences.md' },
  },
});
