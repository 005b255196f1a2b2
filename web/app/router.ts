import { createRouter, createWebHistory } from 'vue-router';
import { STATIONS } from '#core/findings/finding';
import BoardView from './BoardView.vue';

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'board', component: BoardView },
    {
      path: `/jobs/:id/:station(${STATIONS.join('|')})`,
      name: 'job',
      component: () => import('./JobShell.vue'),
      props: true,
    },
    { path: '/shelf', name: 'shelf', component: () => import('./ShelfView.vue') },
    { path: '/jobs/:id', redirect: (to) => `/jobs/${String(to.params['id'])}/gear` },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
});
