<script setup lang="ts">
import { type Component, computed } from 'vue';
import { useRoute } from 'vue-router';
import IconTrace from '~icons/bi/activity';
import IconCycle from '~icons/bi/arrow-repeat';
import IconLog from '~icons/bi/journal-text';
import IconToday from '~icons/bi/lamp-fill';
import IconWaters from '~icons/bi/moisture';
import IconBench from '~icons/bi/eyedropper';
import IconWorktop from '~icons/bi/calculator';
import IconKits from '~icons/bi/box-seam';
import { useChosenWater } from '../waters/chosen-water';
import { useWaters } from '../waters/waters-store';

const route = useRoute();
const waters = useWaters();
const chosen = useChosenWater();

/** The water that the rail's pages speak of: the one that is chosen, whatever page is shown. */
const waterId = computed(() => (waters.waters.length > 0 ? chosen.id : ''));

const ofToday = ['signs', 'limits', 'share', 'rules'];
const places = computed(() => {
  const page = (name: string, label: string, icon: Component, id: string) => ({
    name,
    label,
    icon,
    to: id ? { name, params: { waterId: id } } : { name: 'water-new' },
    here:
      route.name === name ||
      (name === 'today' && ofToday.includes(String(route.name))) ||
      (name === 'cycle' && route.name === 'cycle-start'),
  });
  return [
    page('today', 'Today', IconToday, waterId.value),
    page('bench', 'Bench', IconBench, waterId.value),
    page('trace', 'Trace', IconTrace, waterId.value),
    page('cycle', 'Cycle', IconCycle, waterId.value),
    page('log', 'Log', IconLog, waterId.value),
    {
      name: 'home',
      label: 'Waters',
      icon: IconWaters,
      to: { name: 'home' },
      here: String(route.name).match(/^(home|water-)/) !== null,
    },
    {
      name: 'worktop',
      label: 'Worktop',
      icon: IconWorktop,
      to: { name: 'worktop', params: { tool: 'free-ammonia' } },
      here: route.name === 'worktop',
    },
    {
      name: 'kits',
      label: 'Kits',
      icon: IconKits,
      to: { name: 'kits' },
      here: [
        'kits',
        'kit',
        'methods',
        'method',
        'cards',
        'card-learn',
        'parameters',
        'parameter',
        'safety',
      ].includes(String(route.name)),
    },
  ];
});
</script>

<template>
  <nav class="rail" aria-label="Pages">
    <RouterLink
      v-for="place in places"
      :key="place.name"
      :to="place.to"
      class="place"
      :class="{ here: place.here, apart: place.name === 'home' }"
      :aria-current="place.here ? 'page' : undefined"
    >
      <component :is="place.icon" aria-hidden="true" /><span>{{ place.label }}</span>
    </RouterLink>
  </nav>
</template>

<style scoped>
.rail {
  position: sticky;
  top: var(--hl-bar);
  height: calc(100dvh - var(--hl-bar));
  padding: 0.75rem 0.5rem;
  display: flex;
  flex-direction: column;
  gap: 0.35rem;
  border-right: 1px solid var(--hl-line);
}
.place {
  display: grid;
  justify-items: center;
  align-content: center;
  gap: 0.2rem;
  min-height: 62px;
  border-radius: 4px 18px;
  color: inherit;
  text-decoration: none;
  font-size: 0.9rem;
}
.place svg {
  font-size: 1.25rem;
}
.place:hover {
  background: var(--hl-clear-tint);
}
.place.here {
  background: var(--hl-hedge);
  color: #faf8f3;
  font-weight: 650;
}
.place.here svg {
  color: var(--hl-amber);
}
.apart {
  margin-top: 0.75rem;
  position: relative;
}
.apart::before {
  content: '';
  position: absolute;
  top: -0.6rem;
  left: 0.75rem;
  right: 0.75rem;
  border-top: 1px solid var(--hl-line);
}
@media (max-width: 767px) {
  .rail {
    position: fixed;
    z-index: 1030;
    top: auto;
    bottom: 0;
    left: 0;
    right: 0;
    height: auto;
    flex-direction: row;
    padding: 0.25rem;
    gap: 0.15rem;
    border-right: 0;
    border-top: 1px solid var(--hl-line);
    background: var(--hl-sheet);
  }
  .place {
    flex: 1 1 0;
    min-width: 0;
    min-height: 56px;
    font-size: 0.75rem;
  }
  .apart {
    margin: 0;
  }
  .apart::before {
    display: none;
  }
}
</style>
