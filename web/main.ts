import './app/fonts.css';
import './app/bootstrap-parts.scss';
import './app/tokens.css';
import './app/controls.css';
import './app/panel.css';
import './app/print.css';
import './drawing/drawing.css';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './app/App.vue';
import { router } from './app/router';

createApp(App).use(createPinia()).use(router).mount('#app');
