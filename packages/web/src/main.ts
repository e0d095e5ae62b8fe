import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/atkinson-hyperlegible-mono/wght.css';
import './theme/theme.scss';
import './theme/print.css';
import { PiniaColada } from '@pinia/colada';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './App.vue';
import { takeUpRelease } from './frame/take-up-release';
import { router } from './router';
import { useSettings } from './settings/settings-store';

// What a page is, this linter cannot tell; vue-tsc can.
// eslint-disable-next-line @typescript-eslint/no-unsafe-argument
const app = createApp(App).use(createPinia()).use(PiniaColada).use(router);
takeUpRelease(router);
useSettings().applyTheme();
app.mount('#app');
