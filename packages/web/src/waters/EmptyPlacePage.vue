<script setup lang="ts">
import { computed, watch } from 'vue';
import { useRouter } from 'vue-router';
import LoadState from '../shell/LoadState.vue';
import PageHeading from '../shell/PageHeading.vue';
import { useChosenWater } from './chosen-water';
import { useWaters } from './waters-store';
import WaysIn from './WaysIn.vue';

/** What a place of the rail is for, said while there is no water that it could be about. */
const props = defineProps<{ place: string }>();
const store = useWaters();
const chosen = useChosenWater();
const router = useRouter();

const taught: Readonly<Record<string, { readonly title: string; readonly says: readonly string[] }>> = {
  today: {
    title: 'Today',
    says: [
      'Shows one water by its newest tests: how each figure lies in its limits, and how sure that is.',
      'Below stands what to do, in order, with amounts for this water. Where too little was read, it says so and asks for the test.',
    ],
  },
  bench: {
    title: 'Bench',
    says: [
      'Leads through a test with reagent drops, step by step: it counts, runs the clock of every tube, and reads the color or the turn with you.',
      'Several tubes can stand at once. Each result is kept as a range, with what casts doubt on it.',
    ],
  },
  trace: {
    title: 'Trace',
    says: [
      'Draws readings over time, each as a capsule from the lowest to the highest that it can be.',
      'Below the days stand changes of water, doses and what else was done.',
    ],
  },
  log: {
    title: 'Log',
    says: [
      'Lists by day all that was read and done. Results from the bench land here by themselves.',
      'Old notebooks can be written in, and a slip put right: every version is kept.',
    ],
  },
  cycle: {
    title: 'Cycle',
    says: [
      'Follows a filter that is growing in: what to dose or test today, how far it is, and when it may be ready.',
      'Nothing is called ready before a test has shown it.',
    ],
  },
};
const told = computed(() => taught[props.place] ?? { title: 'Not here', says: [] });

// Somebody added a water, here or elsewhere: then the place is about it.
watch(
  () => (store.loaded && store.waters.length > 0 ? chosen.id : null),
  (waterId) => {
    if (waterId) void router.replace({ name: props.place, params: { waterId } });
  },
  { immediate: true },
);
</script>

<template>
  <PageHeading :title="told.title" />
  <LoadState v-if="!store.loaded" :error="store.error" what="your waters" @again="store.load()" />
  <div v-else class="sheet">
    <p v-for="line in told.says" :key="line">{{ line }}</p>
    <h2>There is no water here yet</h2>
    <WaysIn />
  </div>
</template>

<style scoped>
.sheet p {
  max-width: 40rem;
}
h2 {
  margin: 1.25rem 0 0.8rem;
}
</style>
