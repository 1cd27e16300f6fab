import { createRouter, createWebHistory } from 'vue-router'

/** Every place has an address worth sharing; the heavier ones are loaded when they are entered. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/shoots' },
    { path: '/begin', name: 'begin', component: () => import('./places/begin/BeginPlace.vue') },
    { path: '/shoots', name: 'shoots', component: () => import('./places/shoots/ShootsPlace.vue') },
    { path: '/shoots/:shootId/plan/:situationId?', name: 'plan', component: () => import('./places/plan/PlanPlace.vue'), props: true },
    { path: '/shoots/:shootId/rehearse/:situationId', name: 'rehearse', component: () => import('./places/rehearse/RehearsePlace.vue'), props: true },
    { path: '/shoots/:shootId/focus/:situationId', name: 'focus', component: () => import('./places/focus/FocusPlace.vue'), props: true },
    { path: '/shoots/:shootId/sky/:situationId?', name: 'sky', component: () => import('./places/sky/SkyPlace.vue'), props: true },
    { path: '/shoots/:shootId/pack/:situationId?', name: 'pack', component: () => import('./places/pack/PackPlace.vue'), props: true },
    { path: '/shoots/:shootId/review/:situationId?', name: 'read-back', component: () => import('./places/review/ReviewPlace.vue'), props: true },
    { path: '/places', name: 'places', component: () => import('./places/sky/SavedPlaces.vue') },
    { path: '/shoots/:shootId/card/:situationId', name: 'card', component: () => import('./places/card/CardPlace.vue'), props: true },
    { path: '/settings', name: 'settings', component: () => import('./places/settings/SettingsPlace.vue') },
    { path: '/about', name: 'about', component: () => import('./places/settings/AboutPlace.vue') },
    { path: '/keeping', name: 'keeping', component: () => import('./places/keeping/KeepingPlace.vue') },
    { path: '/gear', name: 'gear', component: () => import('./places/gear/GearPlace.vue') },
    { path: '/gear/bodies/:id', name: 'body', component: () => import('./places/gear/BodyForm.vue'), props: true },
    { path: '/gear/bodies/:id/set-up', name: 'set-up', component: () => import('./places/gear/setup/MyCameraPlace.vue'), props: true },
    { path: '/gear/bodies/:id/words', name: 'words', component: () => import('./places/gear/words/WordsPlace.vue'), props: true },
    { path: '/gear/foundation', name: 'foundation', component: () => import('./places/gear/FoundationPlace.vue') },
    { path: '/gear/bodies/:id/review', name: 'review', component: () => import('./places/gear/BodyReview.vue'), props: true },
    { path: '/gear/lenses/:id', name: 'lens', component: () => import('./places/gear/LensForm.vue'), props: true },
    {
      path: '/atlas/:kind(settings|checks|schools|symptoms)?/:id?',
      name: 'atlas',
      component: () => import('./places/atlas/AtlasPlace.vue'),
      props: true,
    },
    { path: '/setups/compare', name: 'compare', component: () => import('./places/setups/CompareSetups.vue') },
    { path: '/setups', name: 'setups', component: () => import('./places/setups/SetupsPlace.vue') },
    { path: '/setups/:id', name: 'setup', component: () => import('./places/setups/SetupPlace.vue'), props: true },
    { path: '/:rest(.*)*', name: 'nowhere', component: () => import('./places/NowherePlace.vue') },
  ],
})
