import { createRouter, createWebHistory } from 'vue-router';
import { STATIONS } from '#core/findings/finding';
import BoardView from './BoardView.vue';
import { fetchAhead } from './fetch-ahead';

const jobShell = () => import('./JobShell.vue');
const shelfView = () => import('./ShelfView.vue');
const rackView = () => import('./RackView.vue');
const patternsView = () => import('../patterns/PatternsView.vue');
const drawView = () => import('../patterns/DrawView.vue');
fetchAhead([jobShell, shelfView, rackView, patternsView, drawView]);

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'board', component: BoardView },
    {
      path: `/jobs/:id/:station(${STATIONS.join('|')})`,
      name: 'job',
      component: jobShell,
      props: true,
    },
    { path: '/shelf', name: 'shelf', component: shelfView },
    { path: '/rack', name: 'rack', component: rackView },
    { path: '/patterns', name: 'patterns', component: patternsView },
    { path: '/patterns/:id', name: 'drawing', component: drawView, props: true },
    { path: '/jobs/:id', redirect: (to) => `/jobs/${String(to.params['id'])}/gear` },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
});
