import '@fontsource/barlow/400.css';
import '@fontsource/barlow/500.css';
import '@fontsource/barlow/600.css';
import '@fontsource/barlow-condensed/500.css';
import '@fontsource/barlow-condensed/600.css';
// Barlow has no Greek: the Ω comes from a face of like weight.
import '@fontsource/fira-sans/greek-400.css';
import '@fontsource/fira-sans/greek-500.css';
import '@fontsource/fira-sans/greek-600.css';
import 'bootstrap/dist/css/bootstrap.css';
import 'bootstrap-vue-next/dist/bootstrap-vue-next.css';
import './app/tokens.css';
import './app/controls.css';
import './app/panel.css';
import './drawing/drawing.css';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './app/App.vue';
import { router } from './app/router';

createApp(App).use(createPinia()).use(router).mount('#app');
