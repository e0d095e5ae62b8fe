<script setup lang="ts">
import { lampWord } from '@hedge-lamp/core/limits';
import { onClickOutside, useEventListener, useMediaQuery } from '@vueuse/core';
import { computed, nextTick, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import IconDown from '~icons/bi/caret-down-fill';
import StatusLamp from '../shell/StatusLamp.vue';
import { useChosenWater } from '../waters/chosen-water';
import { useWaters } from '../waters/waters-store';
import PlaceIcon from './PlaceIcon.vue';
import { onLeftPage } from './on-left-page';
import { useSamePage } from './places';

/** Which water the pages speak of: its name, and all others behind it, worst first. */
const waters = useWaters();
const chosen = useChosenWater();
const route = useRoute();
const router = useRouter();
const samePage = useSamePage();
const isPhone = useMediaQuery('(max-width: 767px)');

const ofAll = computed(() => route.name === 'home');
const all = computed(() => (waters.waters.length === 1 ? '1 water' : `All ${waters.waters.length} waters`));
const name = computed(() => (ofAll.value || !chosen.water ? all.value : chosen.water.name));
const open = ref(false);
const sought = ref('');
const root = ref<HTMLElement>();
const button = ref<HTMLButtonElement>();
const field = ref<HTMLInputElement>();

const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
const groups = computed(() =>
  waters.groups
    .map((g) => ({
      ...g,
      waters: g.waters.filter((w) => plain(w.name).includes(plain(sought.value.trim()))),
    }))
    .filter((g) => g.waters.length > 0),
);
const reasonOf = (id: string) => {
  const standing = waters.standings.get(id);
  const status = waters.statusOf(id);
  if (status === 'clear') return '';
  return (standing?.status === status && standing.because) || (waters.lampOf(id)?.sentence ?? '');
};

async function show(): Promise<void> {
  sought.value = '';
  open.value = true;
  await nextTick();
  // On a phone no keyboard jumps up over the list.
  if (isPhone.value) root.value?.querySelector<HTMLElement>('.panel')?.focus();
  else field.value?.focus();
}
function hide(back = true): void {
  open.value = false;
  if (back) button.value?.focus();
}
const links = () => [...(root.value?.querySelectorAll<HTMLElement>('a.water') ?? [])];
function walk(event: KeyboardEvent, by: 1 | -1): void {
  const all = links();
  const at = all.indexOf(document.activeElement as HTMLElement);
  const next = at + by;
  event.preventDefault();
  if (next < 0) field.value?.focus();
  else all[Math.min(next, all.length - 1)]?.focus();
}
async function first(): Promise<void> {
  const water = groups.value[0]?.waters[0];
  if (!water) return;
  hide();
  await router.push(samePage(water.id));
}
/** The one before or after, by urgency. */
async function step(by: 1 | -1): Promise<void> {
  const all = waters.worstFirst;
  const at = all.findIndex((w) => w.id === chosen.id);
  const next = all[(at + by + all.length) % all.length];
  if (next) await router.push(samePage(next.id));
}
onClickOutside(root, () => hide(false));
onLeftPage(() => (open.value = false));
useEventListener(root, 'focusout', (event: FocusEvent) => {
  const to = event.relatedTarget;
  if (open.value && to instanceof Node && !root.value?.contains(to)) open.value = false;
});

/** Letters are letters where somebody writes, or where a dialog stands open. */
const isWriting = (event: KeyboardEvent) =>
  event.ctrlKey ||
  event.metaKey ||
  event.altKey ||
  (event.target instanceof Element &&
    event.target.closest('input, select, textarea, [contenteditable], [role="dialog"]') !== null);
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.defaultPrevented || isWriting(event) || waters.waters.length === 0) return;
  if (event.key.toLowerCase() === 'w') {
    event.preventDefault();
    void show();
  } else if ((event.key === '[' || event.key === ']') && !ofAll.value) {
    event.preventDefault();
    void step(event.key === ']' ? 1 : -1);
  }
});
</script>

<template>
  <nav ref="root" class="waters" aria-label="Waters" @keydown.esc="open && hide()">
    <template v-if="waters.waters.length > 0">
      <button
        ref="button"
        type="button"
        class="chosen"
        :aria-expanded="open"
        aria-controls="water-panel"
        @click="open ? hide() : show()"
      >
        <PlaceIcon v-if="ofAll" sign="home" :size="20" />
        <span v-else class="sign"><StatusLamp :status="waters.statusOf(chosen.id)" :size="18" lamp /></span>
        <span class="name">{{ name }}</span>
        <IconDown class="down" aria-hidden="true" />
        <kbd aria-hidden="true">W</kbd>
      </button>
      <template v-if="!ofAll && waters.waters.length > 1">
        <button type="button" class="step" aria-label="Water before, by urgency" @click="step(-1)">‹</button>
        <button type="button" class="step" aria-label="Next water, by urgency" @click="step(1)">›</button>
      </template>
    </template>
    <div
      v-if="open"
      id="water-panel"
      class="panel"
      tabindex="-1"
      @keydown.down="walk($event, 1)"
      @keydown.up="walk($event, -1)"
    >
      <label class="visually-hidden" for="water-sought">Find a water</label>
      <input
        id="water-sought"
        ref="field"
        v-model="sought"
        type="text"
        autocomplete="off"
        placeholder="Find a water: type a part of its name"
        @keydown.enter.prevent="first"
      />
      <RouterLink v-if="sought === ''" class="all" :to="{ name: 'home' }" @click="open = false">
        <PlaceIcon sign="home" :size="20" /><strong>{{ all }}</strong>
      </RouterLink>
      <p v-if="groups.length === 0" class="none" role="status">No water has this in its name.</p>
      <div class="columns">
        <template v-for="g in groups" :key="g.status">
          <h2>{{ lampWord[g.status] }}, {{ g.waters.length }}</h2>
          <RouterLink
            v-for="water in g.waters"
            :key="water.id"
            class="water"
            :class="{ now: water.id === chosen.id && !ofAll }"
            :aria-current="water.id === chosen.id && !ofAll ? 'true' : undefined"
            :to="samePage(water.id)"
            @click="hide()"
          >
            <StatusLamp :status="g.status" :size="18" bare />
            <span class="name">{{ water.name }}</span>
            <span class="visually-hidden">, {{ lampWord[g.status] }}</span>
            <span class="reason">{{ reasonOf(water.id) }}</span>
          </RouterLink>
        </template>
      </div>
    </div>
  </nav>
</template>

<style scoped>
.waters {
  display: flex;
  min-width: 0;
}
.chosen {
  display: flex;
  align-items: center;
  gap: 10px;
  min-width: 0;
  min-height: 44px;
  padding: 0 12px 0 10px;
  border: 0;
  border-radius: 4px 18px;
  background: #faf8f3;
  color: #1c2321;
  font-weight: 650;
  font-size: 1.125rem;
}
/* Its shape keeps its color on paper, whatever the theme. */
.sign {
  display: inline-flex;
  --hl-sheet: #faf8f3;
  --hl-clear: #146f69;
  --hl-watch: #8c5a0f;
  --hl-act: #b93f28;
  --hl-urgent: #7a1f4b;
  --hl-unread: #5f6661;
}
.chosen .name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.down {
  flex: none;
  font-size: 0.7rem;
}
kbd {
  flex: none;
  padding: 0 6px;
  border: 1.5px solid currentColor;
  border-radius: 4px;
  background: none;
  color: #566059;
  font: 600 0.75rem var(--bs-font-sans-serif);
}
.step {
  min-width: 44px;
  min-height: 44px;
  border: 0;
  background: none;
  color: #faf8f3;
  font-size: 1.25rem;
}
.panel {
  position: fixed;
  z-index: 1040;
  top: calc(var(--hl-bar) + 4px);
  left: calc(var(--hl-rail) + 8px);
  right: 24px;
  max-width: 1000px;
  max-height: calc(100dvh - var(--hl-bar) - 20px);
  overflow: auto;
  padding: 16px 18px;
  border: 1px solid var(--hl-line);
  border-radius: 4px 24px;
  background: var(--hl-sheet);
  color: var(--bs-body-color);
  box-shadow: 0 12px 48px #0007;
}
.panel:focus {
  outline: none !important;
}
input {
  width: 100%;
  min-height: 44px;
  padding: 0 14px;
  border: 1.5px solid #7d8a82;
  border-radius: 4px 12px;
  background: var(--bs-body-bg);
  color: inherit;
}
input::placeholder {
  color: var(--hl-quiet);
  opacity: 1;
}
.columns {
  columns: 3 14rem;
  column-gap: 16px;
  margin-top: 8px;
}
h2 {
  margin: 8px 0 2px;
  break-after: avoid;
  color: var(--hl-quiet);
  font-size: 0.875rem;
  font-weight: 600;
}
.water,
.all {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 44px;
  padding: 0 8px;
  border-radius: 4px 12px;
  break-inside: avoid;
  color: inherit;
  text-decoration: none;
}
.water .name {
  font-weight: 600;
  white-space: nowrap;
}
.reason {
  margin-left: auto;
  overflow: hidden;
  color: var(--hl-quiet);
  font-size: 0.8125rem;
  text-align: right;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.water:hover,
.water:focus-visible,
.all:hover {
  background: var(--hl-pool);
}
.water.now {
  box-shadow: inset 3px 0 0 var(--hl-amber);
}
.none {
  margin: 0;
  padding: 12px;
}
@media (max-width: 1023px) {
  .step,
  kbd {
    display: none;
  }
}
@media (max-width: 767px) {
  .chosen {
    gap: 7px;
    padding-inline: 8px;
    font-size: 1.0625rem;
  }
  .panel {
    left: 0;
    right: 0;
    top: var(--hl-bar);
    bottom: 64px;
    max-height: none;
    border-radius: 0;
    border-width: 0;
    padding: 12px;
  }
  .columns {
    columns: 1;
  }
}
</style>
