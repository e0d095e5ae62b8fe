import { createRouter, createWebHistory } from 'vue-router';
import { useChosenWater } from './waters/chosen-water';

/** Every page is fetched when it is first asked for, so that the first one shows quickly. */
export const router = createRouter({
  history: createWebHistory(),
  // A page that only writes what is typed into its address stays where it is.
  scrollBehavior: (to, from, saved) => (to.path === from.path ? false : (saved ?? { top: 0 })),
  routes: [
    {
      path: '/',
      name: 'home',
      component: () => import('./waters/WatersPage.vue'),
      meta: { title: 'Waters' },
    },
    { path: '/waters', redirect: '/' },
    {
      path: '/:place(today|bench|trace|log|cycle)',
      name: 'empty-place',
      component: () => import('./waters/EmptyPlacePage.vue'),
      props: true,
      meta: { title: 'No water yet' },
    },
    {
      path: '/removed',
      name: 'removed',
      component: () => import('./waters/RemovedPage.vue'),
      meta: { title: 'Removed' },
    },
    {
      path: '/waters/new',
      name: 'water-new',
      component: () => import('./waters/WaterFormPage.vue'),
      meta: { title: 'New water' },
    },
    {
      path: '/waters/:waterId/edit',
      name: 'water-edit',
      component: () => import('./waters/WaterFormPage.vue'),
      props: true,
      meta: { title: 'Edit water' },
    },
    {
      path: '/waters/:waterId/today',
      name: 'today',
      component: () => import('./guidelines/TodayPage.vue'),
      props: true,
      meta: { title: 'Today' },
    },
    {
      path: '/waters/:waterId/signs',
      name: 'signs',
      component: () => import('./guidelines/SignsPage.vue'),
      props: true,
      meta: { title: 'Animals look wrong' },
    },
    {
      path: '/signs',
      name: 'signs-of-any',
      component: () => import('./guidelines/SignsPage.vue'),
      meta: { title: 'Animals look wrong' },
    },
    {
      path: '/waters/:waterId/limits',
      name: 'limits',
      component: () => import('./guidelines/LimitsPage.vue'),
      props: true,
      meta: { title: 'Limits' },
    },
    {
      path: '/waters/:waterId/share',
      name: 'share',
      component: () => import('./exchange/SharePage.vue'),
      props: true,
      meta: { title: 'Ask for help' },
    },
    {
      path: '/rules',
      name: 'rules',
      component: () => import('./guidelines/RulesPage.vue'),
      meta: { title: 'Rules' },
    },
    {
      path: '/waters/:waterId/bench',
      name: 'bench',
      component: () => import('./bench/BenchPage.vue'),
      props: true,
      meta: { title: 'Bench' },
    },
    {
      path: '/waters/:waterId/trace/:parameter?',
      name: 'trace',
      component: () => import('./readings/TracePage.vue'),
      props: true,
      meta: { title: 'Trace' },
    },
    {
      path: '/waters/:waterId/cycle',
      name: 'cycle',
      component: () => import('./cycle/CyclePage.vue'),
      props: true,
      meta: { title: 'Cycle' },
    },
    {
      path: '/waters/:waterId/cycle/start',
      name: 'cycle-start',
      component: () => import('./cycle/CycleStartPage.vue'),
      props: true,
      meta: { title: 'Start of a cycle' },
    },
    {
      path: '/waters/:waterId/log',
      name: 'log',
      component: () => import('./readings/LogPage.vue'),
      props: true,
      meta: { title: 'Log' },
    },
    {
      path: '/runs/:runId',
      name: 'run',
      component: () => import('./bench/RunPage.vue'),
      props: true,
      meta: { title: 'Run' },
    },
    {
      path: '/unsent',
      name: 'unsent',
      component: () => import('./frame/UnsentPage.vue'),
      meta: { title: 'On this device only' },
    },
    {
      path: '/backups',
      name: 'backups',
      component: () => import('./exchange/BackupsPage.vue'),
      meta: { title: 'Backups' },
    },
    {
      path: '/safety',
      name: 'safety',
      component: () => import('./bench/SafetyPage.vue'),
      meta: { title: 'Safety' },
    },
    {
      path: '/kits',
      name: 'kits',
      component: () => import('./methods/KitsPage.vue'),
      meta: { title: 'Kits' },
    },
    {
      path: '/kits/:kitId',
      name: 'kit',
      component: () => import('./methods/KitFormPage.vue'),
      props: true,
      meta: { title: 'Kit' },
    },
    {
      path: '/methods',
      name: 'methods',
      component: () => import('./methods/MethodsPage.vue'),
      meta: { title: 'Methods' },
    },
    {
      path: '/methods/:methodId',
      name: 'method',
      component: () => import('./bench/MethodPage.vue'),
      props: true,
      meta: { title: 'Method' },
    },
    {
      path: '/waters/:waterId',
      redirect: (to) => ({ name: 'today', params: { waterId: to.params.waterId } }),
    },
    {
      path: '/parameters',
      name: 'parameters',
      component: () => import('./parameters/ParametersPage.vue'),
      meta: { title: 'Parameters' },
    },
    {
      path: '/parameters/:parameterId',
      name: 'parameter',
      component: () => import('./parameters/ParameterFormPage.vue'),
      props: true,
      meta: { title: 'Parameter' },
    },
    {
      path: '/cards',
      name: 'cards',
      component: () => import('./color/CardsPage.vue'),
      meta: { title: 'Cards' },
    },
    {
      path: '/cards/learn/:cardId?',
      name: 'card-learn',
      component: () => import('./color/CardLearnPage.vue'),
      props: true,
      meta: { title: 'Learn a card' },
    },
    { path: '/worktop', redirect: '/worktop/free-ammonia' },
    {
      path: '/worktop/:tool',
      name: 'worktop',
      component: () => import('./chemistry/WorktopPage.vue'),
      props: true,
      meta: { title: 'Worktop' },
    },
    {
      path: '/:rest(.*)*',
      name: 'nowhere',
      component: () => import('./shell/NowherePage.vue'),
      meta: { title: 'Not here' },
    },
  ],
});

/** Whatever water a page is opened on stays chosen after it, also where the page was left before it showed. */
router.beforeEach((to) => {
  useChosenWater().choose(String(to.params.waterId ?? ''));
});

router.afterEach((to) => {
  document.title = `${typeof to.meta.title === 'string' ? to.meta.title : ''} · Hedge Lamp`;
});
