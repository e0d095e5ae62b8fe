<script setup lang="ts">
import { ParameterIdSchema } from '@hedge-lamp/core/parameters';
import type { Water } from '@hedge-lamp/core/waters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { sentenceOf } from '../wire/api-error';
import { useBench } from './bench-store';
import PlanLanes from './PlanLanes.vue';
import SampleForm from './SampleForm.vue';
import TestChooser from './TestChooser.vue';
import TestOptionsList from './TestOptionsList.vue';
import { useRunForm } from './use-run-form';

/** Before a run: which tests, from where, by whom, and how the work will go. What is due is ticked already. */
const props = defineProps<{ water: Water }>();
const bench = useBench();
const route = useRoute();
/** Tests that a finding or a sign asks for, from the address. */
const asked = String(route.query.tests ?? '')
  .split(',')
  .flatMap((id) => ParameterIdSchema.safeParse(id).data ?? []);
/** Times by which the sample is diluted, and the place, where a finding asks for them. */
const dilute = Number(route.query.dilute ?? 1);
const place = typeof route.query.place === 'string' ? route.query.place : null;
const run = useRunForm(() => props.water, asked, { dilute, place, pick: route.query.pick === '1' });
const failure = ref('');
const starting = ref(false);
const count = computed(() => run.tubes.value.length);

async function start(): Promise<void> {
  failure.value = '';
  const drafts = run.drafts();
  if (!drafts) {
    failure.value = Object.values(run.errors.value).join(' ');
    return;
  }
  starting.value = true;
  try {
    // The one that this page is of comes last: with it the page goes over to the run.
    for (const draft of [...drafts].reverse()) await bench.start(draft);
    run.forget();
  } catch (error) {
    failure.value = sentenceOf(error);
  } finally {
    starting.value = false;
  }
}
</script>

<template>
  <form class="start" novalidate @submit.prevent="start">
    <TestChooser :run="run" class="tests" />
    <div class="side">
      <section class="sheet">
        <h2>How it will go</h2>
        <PlanLanes v-if="count > 0" :plan="run.plan.value" :lanes="run.lanes.value" />
        <p v-else class="quiet">
          Choose tests, and their order appears here: tests overlap while they stand, and every one is read in
          its time.
        </p>
        <p v-if="failure" role="alert" class="failure">{{ failure }}</p>
        <BButton
          type="submit"
          variant="primary"
          size="lg"
          class="w-100 mt-3"
          :disabled="starting || count === 0"
        >
          {{
            starting
              ? 'Starting …'
              : count === 0
                ? 'Choose a test'
                : `Start ${count === 1 ? 'the test' : `${count} ${run.chosen.value.length === count ? 'tests' : 'tubes'}`}`
          }}
        </BButton>
      </section>
      <SampleForm :run="run" :water="water" />
      <p class="caution">
        <strong>Reagents include acid, caustic and bleach.</strong> Gloves and eye protection; away from food,
        children and animals. Your kit’s own leaflet wins over these steps.
        <RouterLink :to="{ name: 'safety' }">All cautions</RouterLink>
      </p>
    </div>
    <TestOptionsList :run="run" class="options" />
  </form>
</template>

<style scoped>
.start {
  display: grid;
  grid-template:
    'tests side' auto
    'options side' 1fr / minmax(0, 1fr) minmax(20rem, 27rem);
  gap: 1.25rem;
  align-items: start;
}
.tests {
  grid-area: tests;
}
.options {
  grid-area: options;
}
.side {
  grid-area: side;
  display: grid;
  gap: 1rem;
}
.caution {
  border-left: 6px solid var(--hl-watch);
  padding-left: 0.9rem;
  margin: 0;
}
@media (max-width: 1023px) {
  .start {
    grid-template: 'tests' 'side' 'options' / minmax(0, 1fr);
  }
}
</style>
