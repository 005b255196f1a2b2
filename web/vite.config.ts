import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import vue from '@vitejs/plugin-vue';
import { BootstrapVueNextResolver } from 'bootstrap-vue-next/resolvers';
import Components from 'unplugin-vue-components/vite';
import { defineConfig, type CSSOptions } from 'vite';

const here = dirname(fileURLToPath(import.meta.url));

type PostCss = NonNullable<Exclude<CSSOptions['postcss'], string | undefined>['plugins']>[number];
/** Puts the styles of every component into the layer that outweighs what holds everywhere, and that paper outweighs. */
const componentsInParts: PostCss = {
  postcssPlugin: 'components-in-parts',
  Once(root, { AtRule }) {
    if (!root.source?.input.file?.includes('.vue') || !root.nodes.length) return;
    const parts = new AtRule({ name: 'layer', params: 'parts', nodes: [] });
    parts.append(root.nodes);
    root.append(parts);
  },
};

/**
 * Takes out the one rule of Bootstrap for whatever stands beside another thing: with it, a line drawn or taken away has
 * the styles of the whole drawing found anew. It clears the float of a legend, and legends do not float here.
 */
const nothingBesideLegends: PostCss = {
  postcssPlugin: 'nothing-beside-legends',
  Rule(rule) {
    if (rule.selector === 'legend + *') rule.remove();
  },
};

export default defineConfig({
  root: here,
  plugins: [vue(), Components({ dts: false, dirs: [], resolvers: [BootstrapVueNextResolver()] })],
  worker: { format: 'es' },
  css: {
    postcss: { plugins: [componentsInParts, nothingBesideLegends] },
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
