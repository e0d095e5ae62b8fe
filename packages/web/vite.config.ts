import { fileURLToPath } from 'node:url';
import vue from '@vitejs/plugin-vue';
import icons from 'unplugin-icons/vite';
import { type PluginOption, type UserConfig, defineConfig } from 'vite';
import { firstPage } from './build/first-page.ts';
import { schemasApart } from './build/schemas-apart.ts';
import { scriptFiles } from './build/script-files.ts';
import { smallFonts } from './build/small-fonts.ts';
import { writtenAsData } from './build/written-as-data.ts';

/** @param document plugins that write into the document when all files are known */
const config = (...document: readonly PluginOption[]): UserConfig => ({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [
    vue(),
    icons({ compiler: 'vue3', scale: 1.15 }),
    writtenAsData(),
    schemasApart(),
    smallFonts(),
    ...document,
  ],
  build: {
    target: 'es2022',
    sourcemap: true,
    // Nothing but the sign in the tab is written into the page as a data address: the content security policy stays narrow.
    assetsInlineLimit: 0,
    // The document itself says what to fetch ahead; a browser that cannot fetches it when it is asked for.
    modulePreload: { polyfill: false },
    // How long plugins took is of no use to who only wants to start it.
    rolldownOptions: {
      checks: { pluginTimings: false },
      // Written by the plugin that makes them.
      external: [/^\/assets\/.*\.woff2$/],
    },
    // All styles together compress to little more than those of one page, and come with one question.
    cssCodeSplit: false,
  },
  css: {
    preprocessorOptions: {
      // Bootstrap 5.3 still uses what newer Sass calls outdated; nothing of ours does.
      scss: {
        quietDeps: true,
        silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'],
      },
    },
  },
  // Under its own name: the server takes writes only from a page that came from where it is asked.
  server: {
    proxy: {
      '/api': { target: `http://127.0.0.1:${process.env.HEDGE_LAMP_PORT ?? '4870'}`, changeOrigin: false },
    },
  },
});

export default defineConfig(async ({ command }) => {
  // A quick build leaves the files as the bundler cuts them.
  if (command === 'serve' || process.env.HEDGE_LAMP_QUICK_BUILD) return config(firstPage());
  const name = await scriptFiles(config());
  const shipped = config(firstPage());
  shipped.build!.rolldownOptions!.output = {
    codeSplitting: { includeDependenciesRecursively: false, groups: [{ name }] },
  };
  return shipped;
});
