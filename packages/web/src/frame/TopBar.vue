<script setup lang="ts">
import { lampWord } from '@hedge-lamp/core/limits';
import { useResizeObserver } from '@vueuse/core';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import IconGear from '~icons/bi/gear-fill';
import { useServerLink } from '../clock/server-link';
import { useChosenWater } from '../waters/chosen-water';
import { useWaters } from '../waters/waters-store';
import LampMark from '../shell/LampMark.vue';
import StatusLamp from '../shell/StatusLamp.vue';

const SettingsPanel = defineAsyncComponent(() => import('./SettingsPanel.vue'));

const waters = useWaters();
const chosen = useChosenWater();
const link = useServerLink();
const route = useRoute();
const settingsOpen = ref(false);
const settingsAsked = ref(false);

/** A chip leads to the page one is on, of the other water. */
const pageOf = computed(() => {
  const name = String(route.name ?? '');
  return ['today', 'bench', 'trace', 'cycle', 'log', 'signs', 'limits', 'share'].includes(name)
    ? name
    : 'today';
});

/** On a phone only a few chips fit: the one that is here is brought into view. */
const chips = ref<HTMLElement>();
const showHere = () =>
  chips.value?.querySelector('.here')?.scrollIntoView({ block: 'nearest', inline: 'center' });
watch(
  [() => chosen.id, () => waters.waters.length],
  async () => {
    await nextTick();
    showHere();
  },
  { immediate: true },
);
// What is due comes later and takes room from the chips.
useResizeObserver(chips, showHere);

function openSettings(): void {
  settingsAsked.value = true;
  settingsOpen.value = true;
}
</script>

<template>
  <header class="bar">
    <RouterLink to="/" class="home" aria-label="Hedge Lamp: all waters">
      <LampMark /><span class="name">Hedge Lamp</span>
    </RouterLink>
    <nav ref="chips" class="chips" aria-label="Waters">
      <RouterLink
        v-for="water in waters.waters"
        :key="water.id"
        class="chip"
        :class="{ here: chosen.id === water.id }"
        :aria-current="chosen.id === water.id ? 'true' : undefined"
        :to="{ name: pageOf, params: { waterId: water.id } }"
      >
        <span class="dot" aria-hidden="true"
          ><StatusLamp :status="waters.statusOf(water.id)" :size="14" lamp
        /></span>
        <span>{{ water.name }}</span>
        <span class="visually-hidden">, {{ lampWord[waters.statusOf(water.id)] }}</span>
      </RouterLink>
    </nav>
    <span v-if="link.demo" class="demo" title="Made-up data; your own is not touched">Demo</span>
    <RouterLink v-if="waters.dueCount > 0" to="/" class="due">
      <strong>{{ waters.dueCount }}</strong> due<span class="visually-hidden"> tests</span>
    </RouterLink>
    <BButton class="gear" variant="link" aria-label="Settings" @click="openSettings"><IconGear /></BButton>
    <SettingsPanel v-if="settingsAsked" v-model="settingsOpen" />
  </header>
</template>

<style scoped>
.bar {
  position: sticky;
  top: 0;
  z-index: 1020;
  height: var(--hl-bar);
  display: flex;
  align-items: center;
  gap: 0.75rem;
  padding: 0 1rem 0 0.9rem;
  background: var(--hl-hedge);
  color: #faf8f3;
}
.home {
  display: flex;
  align-items: center;
  gap: 0.6rem;
  color: #faf8f3;
  text-decoration: none;
  font-weight: 700;
  font-size: 1.1rem;
  min-height: 44px;
  white-space: nowrap;
}
.chips {
  flex: 1;
  display: flex;
  gap: 0.4rem;
  overflow-x: auto;
  padding: 6px;
  scrollbar-width: none;
}
.chip {
  position: relative;
  display: flex;
  align-items: center;
  gap: 0.45rem;
  padding: 0 0.8rem 0 0.35rem;
  min-height: 38px;
  border-radius: 3px 14px;
  color: #f1efe6;
  text-decoration: none;
  white-space: nowrap;
  border: 1px solid #47604f;
}
.chip.here {
  background: #faf8f3;
  color: #1c2321;
  font-weight: 650;
  border-color: #faf8f3;
}
/* The lamp keeps its own colors on a paper ground, whatever lies behind. */
.dot {
  display: grid;
  place-items: center;
  width: 26px;
  height: 26px;
  border-radius: 50%;
  background: #faf8f3;
  --hl-clear: #1b7f79;
  --hl-watch: #9a6412;
  --hl-act: #c0432b;
  --hl-urgent: #7a1f4b;
  --hl-unread: #5d645f;
}
.demo {
  border: 1px dashed #cdd8d0;
  border-radius: 3px;
  padding: 0.1rem 0.5rem;
}
.due {
  color: #1c2321;
  background: var(--hl-amber);
  border-radius: 3px 12px;
  padding: 0.2rem 0.7rem;
  text-decoration: none;
  white-space: nowrap;
}
.gear.btn {
  color: #faf8f3;
  min-width: 44px;
}
@media (max-width: 767px) {
  .bar {
    gap: 0.35rem;
    padding: 0 0.35rem 0 0.6rem;
  }
  .name,
  .demo {
    display: none;
  }
}
</style>
