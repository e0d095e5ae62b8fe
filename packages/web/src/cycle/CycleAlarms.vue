<script setup lang="ts">
import { type Finding, todayRoutes } from '@hedge-lamp/core/guidelines';
import { type Water } from '@hedge-lamp/core/waters';
import { isAnimal } from '@hedge-lamp/core/limits';
import { computed } from 'vue';
import StatusLamp from '../shell/StatusLamp.vue';
import { useAnswer } from '../shell/use-loaded';

/** With animals in a water that grows its filter in: what harms them now, before anything else on the page. */
const props = defineProps<{ water: Water }>();
const stocked = computed(() => props.water.stockGroups.some(isAnimal));
const { data: today } = useAnswer(todayRoutes.today, () =>
  stocked.value ? { params: { id: props.water.id } } : null,
);
const alarms = computed<Finding[]>(() =>
  (today.value?.findings ?? []).filter((f) => !f.note && (f.status === 'act' || f.status === 'urgent')),
);
</script>

<template>
  <section
    v-if="alarms.length > 0"
    class="sheet alarms"
    :class="`edge-${alarms[0]!.status}`"
    aria-labelledby="alarms-heading"
  >
    <h2 id="alarms-heading">For the animals in it</h2>
    <ul>
      <li v-for="f in alarms" :key="f.id">
        <StatusLamp :status="f.status" :size="18" />
        <span
          ><strong>{{ f.what }}</strong> {{ f.why }}</span
        >
      </li>
    </ul>
    <RouterLink :to="{ name: 'today', params: { waterId: water.id } }">What to do: the plan</RouterLink>
  </section>
</template>

<style scoped>
.alarms {
  border-left: 8px solid var(--hl-edge);
}
ul {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 0.5rem;
}
li {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 0.7rem;
  align-items: start;
}
</style>
