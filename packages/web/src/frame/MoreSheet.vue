<script setup lang="ts">
import { BOffcanvas } from 'bootstrap-vue-next/components/BOffcanvas';
import { defineAsyncComponent, ref } from 'vue';
import IconGear from '~icons/bi/gear-fill';
import { onLeftPage } from './on-left-page';
import PlaceIcon from './PlaceIcon.vue';
import type { Place } from './places';

const SettingsPanel = defineAsyncComponent(() => import('./SettingsPanel.vue'));

/** The places that do not fit into the bar of a phone. */
defineProps<{ places: readonly Place[] }>();
const open = defineModel<boolean>({ required: true });
const settings = ref(false);
const settingsAsked = ref(false);
onLeftPage(() => (open.value = false));
function openSettings(): void {
  settingsAsked.value = true;
  settings.value = true;
  open.value = false;
}
</script>

<template>
  <BOffcanvas
    v-model="open"
    placement="bottom"
    title="More places"
    class="more-sheet"
    header-close-label="Close"
  >
    <ul>
      <li v-for="place in places" :key="place.sign">
        <RouterLink :to="place.to" :aria-current="place.here ? 'page' : undefined" @click="open = false">
          <PlaceIcon :sign="place.sign" :size="26" />{{ place.label }}
        </RouterLink>
      </li>
      <li>
        <button type="button" @click="openSettings"><IconGear aria-hidden="true" />Settings</button>
      </li>
    </ul>
  </BOffcanvas>
  <SettingsPanel v-if="settingsAsked" v-model="settings" />
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(6.5rem, 1fr));
  gap: 8px;
}
a,
button {
  display: grid;
  place-items: center;
  align-content: center;
  gap: 4px;
  width: 100%;
  min-height: 72px;
  border: 0;
  border-radius: 4px 18px;
  background: var(--hl-shade);
  color: inherit;
  text-decoration: none;
}
button svg {
  font-size: 1.4rem;
}
a[aria-current] {
  background: var(--hl-here);
  color: #faf8f3;
}
:global(.more-sheet.offcanvas-bottom) {
  height: auto;
  border-radius: 24px 4px 0 0;
  padding-bottom: 64px;
}
</style>
