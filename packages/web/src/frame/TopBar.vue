<script setup lang="ts">
import { type Status, lampWord } from '@hedge-lamp/core/limits';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, defineAsyncComponent, ref } from 'vue';
import { useRoute } from 'vue-router';
import IconGear from '~icons/bi/gear-fill';
import { useServerLink } from '../clock/server-link';
import LampMark from '../shell/LampMark.vue';
import StatusLamp from '../shell/StatusLamp.vue';
import { useChosenWater } from '../waters/chosen-water';
import { useWaters } from '../waters/waters-store';
import PlaceIcon from './PlaceIcon.vue';
import WaterMenu from './WaterMenu.vue';

const SettingsPanel = defineAsyncComponent(() => import('./SettingsPanel.vue'));

const waters = useWaters();
const chosen = useChosenWater();
const link = useServerLink();
const route = useRoute();
const settingsOpen = ref(false);
const settingsAsked = ref(false);

/** How many waters stand how, worst first. */
const tally = computed(() => waters.groups.map((g) => ({ status: g.status, count: g.waters.length })));
const tallyWords = computed(() =>
  tally.value.map((t: { status: Status; count: number }) => `${t.count} ${lampWord[t.status]}`).join(', '),
);
/** Without a water, and without a server, it says what to do all the same. */
const wrongTo = computed(() =>
  chosen.id && waters.waters.length > 0
    ? { name: 'signs', params: { waterId: chosen.id } }
    : { name: 'signs-of-any' },
);
const onSigns = computed(() => String(route.name).startsWith('signs'));

function openSettings(): void {
  settingsAsked.value = true;
  settingsOpen.value = true;
}
</script>

<template>
  <header class="bar">
    <RouterLink to="/" class="home" aria-label="Hedge Lamp: all waters">
      <LampMark /><span class="brand">Hedge Lamp</span>
    </RouterLink>
    <WaterMenu />
    <RouterLink v-if="tally.length > 0" to="/" class="all-waters" :aria-label="`All waters: ${tallyWords}`">
      <span v-for="(t, k) in tally" :key="t.status" :class="{ lesser: k > 1 }">
        <StatusLamp :status="t.status" :size="17" bare />{{ t.count }}
      </span>
    </RouterLink>
    <span v-if="link.demo && link.ownPort === null" class="demo" title="Made-up data; your own is not touched"
      >Demo</span
    >
    <RouterLink v-if="waters.dueCount > 0" :to="{ name: 'home', query: { by: 'due' } }" class="due">
      <strong>{{ waters.dueCount }}</strong><span class="due-word">&nbsp;due</span
      ><span class="visually-hidden"> tests</span>
    </RouterLink>
    <RouterLink
      :to="wrongTo"
      class="wrong"
      :aria-current="onSigns ? 'page' : undefined"
      aria-label="Animals look wrong"
    >
      <PlaceIcon sign="wrong" :size="22" /><span class="wrong-words">Animals look wrong</span
      ><span class="wrong-word">wrong?</span>
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
  gap: 10px;
  padding: 0 12px;
  background: var(--hl-hedge);
  color: #faf8f3;
}
.home {
  flex: none;
  display: flex;
  align-items: center;
  gap: 0.6rem;
  color: #faf8f3;
  text-decoration: none;
  font-weight: 700;
  font-size: 1.1rem;
  min-width: 44px;
  min-height: 44px;
  white-space: nowrap;
}
.all-waters {
  flex: none;
  margin-left: auto;
  display: flex;
  align-items: center;
  min-height: 44px;
  padding: 0 4px;
  color: #faf8f3;
  text-decoration: none;
  --hl-sheet: var(--hl-hedge);
  --hl-clear: #5cc4bb;
  --hl-watch: #e0ab55;
  --hl-act: #f08a72;
  --hl-urgent: #e79abf;
  --hl-unread: #c3cbc5;
}
.all-waters > span {
  display: flex;
  align-items: center;
  gap: 5px;
  padding: 0 6px;
  font-weight: 650;
}
.demo {
  flex: none;
  border: 1px dashed #cdd8d0;
  border-radius: 3px;
  padding: 0.1rem 0.5rem;
}
.due {
  flex: none;
  display: flex;
  align-items: center;
  justify-content: center;
  min-width: 44px;
  min-height: 44px;
  padding: 0 12px;
  border-radius: 4px 14px;
  background: var(--hl-amber);
  color: #1c2321;
  text-decoration: none;
  white-space: nowrap;
}
.wrong {
  flex: none;
  display: flex;
  align-items: center;
  justify-content: center;
  gap: 8px;
  min-width: 44px;
  min-height: 44px;
  padding: 0 12px 0 10px;
  border: 1.5px solid #8fa699;
  border-radius: 4px 14px;
  color: #faf8f3;
  text-decoration: none;
  white-space: nowrap;
}
.wrong[aria-current] {
  background: #faf8f3;
  color: #1c2321;
}
.gear.btn {
  flex: none;
  color: #faf8f3;
  min-width: 44px;
}
.wrong-word {
  display: none;
}
@media (max-width: 1199px) {
  .brand,
  .all-waters > .lesser {
    display: none;
  }
}
@media (max-width: 1023px) {
  .wrong-words {
    display: none;
  }
  .wrong-word {
    display: block;
    font-size: 0.75rem;
    line-height: 1;
  }
  .wrong {
    flex-direction: column;
    gap: 1px;
    min-width: 50px;
    padding: 0;
  }
}
@media (max-width: 767px) {
  .bar {
    gap: 5px;
    padding: 0 6px;
  }
  .home,
  .demo,
  .due-word,
  .gear.btn {
    display: none;
  }
  .all-waters {
    padding: 0;
  }
  .all-waters > span {
    padding: 0 3px;
  }
}
/* Little height, as at twice the size: the bar goes with the page. */
@media (max-width: 767px) and (max-height: 480px) {
  .bar {
    position: static;
  }
}
@media (max-width: 359px) {
  .all-waters {
    display: none;
  }
  .due {
    margin-left: auto;
  }
}
</style>
