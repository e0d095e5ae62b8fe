<script setup lang="ts">
import type { Run } from '@hedge-lamp/core/bench';
import { UnitChoiceSchema } from '@hedge-lamp/core/waters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed } from 'vue';
import { useOpenedWorkings } from '../shell/workings-store';
import { useWaters } from '../waters/waters-store';
import { useBench } from './bench-store';
import { readingPreview } from './reading-preview';
import LinkButton from '../shell/LinkButton.vue';

/** What came of a run, and where to go from it. */
const props = defineProps<{ run: Run }>();
defineEmits<{ again: [] }>();
const bench = useBench();
const opened = useOpenedWorkings();
const waters = useWaters();

const results = computed(() => {
  const units = waters.byId(props.run.waterId)?.units ?? UnitChoiceSchema.parse({});
  return bench.tubesOf(props.run).map((tube) => {
    const preview = tube.state === 'kept' ? readingPreview(tube, units) : null;
    return {
      id: tube.testId,
      name: tube.method.name,
      kept: preview && 'text' in preview ? preview : null,
    };
  });
});
</script>

<template>
  <section class="sheet summary">
    <h2>This run is done</h2>
    <ul>
      <li v-for="r in results" :key="r.id">
        <span class="quiet">{{ r.name }}</span>
        <button v-if="r.kept" type="button" class="opens-workings" @click="opened.open(r.kept.workings)">
          {{ r.kept.text }}<span class="visually-hidden">: open the workings</span>
        </button>
        <strong v-else>Set aside, nothing kept</strong>
      </li>
    </ul>
    <p class="quiet">
      Kept on disk. Rinse the tubes, cap the bottles and wash your hands. What is in the tubes is waste by
      your kit’s sheet and local rules; it never goes back into the water.
    </p>
    <div class="d-flex flex-wrap gap-2">
      <LinkButton variant="primary" :to="{ name: 'today', params: { waterId: run.waterId } }"
        >See how the water is</LinkButton
      >
      <BButton variant="outline-primary" @click="$emit('again')">Start another run</BButton>
    </div>
  </section>
</template>

<style scoped>
.summary {
  max-width: 40rem;
}
ul {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 0.5rem;
}
li {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0.25rem 1rem;
  border-bottom: 1px solid var(--hl-line);
  padding-bottom: 0.35rem;
}
</style>
