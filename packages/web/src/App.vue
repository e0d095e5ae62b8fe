<script setup lang="ts">
import { defineAsyncComponent, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useServerLink } from './clock/server-link';
import { keepApplication } from './offline/keep-application';
import { useOutbox } from './offline/outbox-store';
import BackupNotice from './frame/BackupNotice.vue';
import LookRoundNotice from './frame/LookRoundNotice.vue';
import UnsentNotice from './frame/UnsentNotice.vue';
import NoticeList from './shell/NoticeList.vue';
import SideRail from './frame/SideRail.vue';
import TopBar from './frame/TopBar.vue';
import { useOpenedWorkings } from './shell/workings-store';
import { useParameters } from './parameters/parameters-store';
import { useWaters } from './waters/waters-store';
import { allQuiet } from './wire/under-way';

/** Comes after the page that was asked for. */
const BenchAtHand = defineAsyncComponent(() => import('./frame/BenchAtHand.vue'));
/** Fetched when a first figure is opened. */
const WorkingsPanel = defineAsyncComponent(() => import('./shell/WorkingsPanel.vue'));

const link = useServerLink();
const waters = useWaters();
const parameters = useParameters();
const outbox = useOutbox();
const opened = useOpenedWorkings();
const here = useRoute();

/** They belong to a figure of the page that is left. */
watch(
  () => here.path,
  () => (opened.isOpen = false),
);

/** Made-up data are gone when they were looked at: nothing of them stays on this device. */
watch(
  () => link.boot,
  () => {
    if (link.ownPort === null) keepApplication();
  },
  { once: true },
);

/** The first page stands: what else is needed may come over the wire. */
const pageStands = ref(false);
const needsBench = ['bench', 'run', 'unsent'];
async function bringBench(): Promise<void> {
  if (!needsBench.includes(String(here.name))) await allQuiet();
  pageStands.value = true;
}

onMounted(() => {
  void waters.load();
  void parameters.load();
  // A browser without such storage keeps no pictures, and then there are none to adopt.
  void outbox.adoptPictures().catch(() => undefined);
  link.watch();
});
</script>

<template>
  <a class="skip" href="#page">Skip to the page</a>
  <TopBar />
  <div class="floor">
    <SideRail />
    <main id="page" tabindex="-1">
      <LookRoundNotice v-if="link.ownPort !== null" :own-port="link.ownPort" />
      <UnsentNotice />
      <BackupNotice v-if="here.name === 'home'" />
      <RouterView v-slot="{ Component, route }">
        <component
          :is="Component"
          :key="`${String(route.params.waterId ?? route.path)} ${parameters.round}`"
          @vue:mounted="bringBench"
        />
      </RouterView>
    </main>
  </div>
  <BenchAtHand v-if="pageStands" />
  <WorkingsPanel v-if="opened.workings" v-model="opened.isOpen" :workings="opened.workings" />
  <NoticeList />
</template>

<style>
:root {
  --hl-bar: 56px;
  --hl-rail: 92px;
}
#app {
  min-height: 100dvh;
}
.floor {
  display: grid;
  grid-template-columns: var(--hl-rail) minmax(0, 1fr);
}
#page {
  padding: 1.25rem 1.75rem calc(var(--hl-foot, 0px) + var(--hl-notices, 0px) + 2rem);
  max-width: 1320px;
  width: 100%;
}
#page:focus {
  outline: none !important;
  box-shadow: none !important;
}
.skip {
  position: absolute;
  left: -999px;
  top: 0;
  z-index: 1200;
  padding: 0.75rem 1rem;
  background: var(--hl-amber);
  color: #1c2321;
}
.skip:focus {
  left: 0;
}
@media (max-width: 767px) {
  #page {
    margin-bottom: 65px;
  }
  .floor {
    grid-template-columns: minmax(0, 1fr);
  }
  #page {
    padding: 0.9rem 0.9rem calc(var(--hl-foot, 0px) + var(--hl-notices, 0px) + 1.5rem);
  }
}
</style>
