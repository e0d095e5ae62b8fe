import { fileURLToPath } from 'node:url';
import vue from '@vitejs/plugin-vue';
import icons from 'unplugin-icons/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [vue(), icons({ compiler: 'vue3', scale: 1.15 })],
  build: {
    target: 'es2022',
    sourcemap: true,
    // Nothing is written into the page as a data address, so that the content security policy can stay narrow.
    assetsInlineLimit: 0,
    // How long plugins took is of no use to who only wants to start it.
    rolldownOptions: { checks: { pluginTimings: false } },
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
  server: { proxy: { '/api': { target: 'http://127.0.0.1:4870', changeOrigin: false } } },
});
