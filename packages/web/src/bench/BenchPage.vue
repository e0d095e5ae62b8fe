<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import PageHeading from '../shell/PageHeading.vue';
import { useWaters } from '../waters/waters-store';
import { useBench } from './bench-store';
import RunPanel from './RunPanel.vue';
import RunStart from './RunStart.vue';
import RunSummary from './RunSummary.vue';

const props = defineProps<{ waterId: string }>();
const bench = useBench();
const waters = useWaters();

const water = computed(() => waters.byId(props.waterId));
const run = computed(() => bench.runs.find((r) => r.waterId === props.waterId));
/** The run that was live on this page last, to tell what came of it. */
const lastRunId = ref<string | null>(null);
watch(
  run,
  (live) => {
    if (live) lastRunId.value = live.id;
  },
  { immediate: true },
);
const ended = computed(() => (lastRunId.value ? (bench.finished[lastRunId.value] ?? null) : null));
const elsewhere = computed(() => bench.runs.filter((r) => r.waterId !== props.waterId));
</script>

<template>
  <PageHeading :title="water ? `Bench: ${water.name}` : 'Bench'" />
  <p v-if="bench.refusal" class="refusal" role="alert">{{ bench.refusal }}</p>
  <p v-for="other in run || ended ? [] : elsewhere" :key="other.id">
    A run is live on
    <RouterLink :to="{ name: 'bench', params: { waterId: other.waterId } }">{{
      waters.byId(other.waterId)?.name ?? 'another water'
    }}</RouterLink>.
  </p>
  <RunPanel v-if="run" :key="run.id" :run="run" />
  <RunSummary v-else-if="ended" :run="ended" :elsewhere="elsewhere" @again="lastRunId = null" />
  <RunStart v-else-if="water" :water="water" />
  <p v-else class="quiet" role="status">
    {{ waters.loaded ? 'This water is not here (any more).' : 'Loading …' }}
  </p>
</template>

<style scoped>
.refusal {
  border: 2px solid var(--hl-act);
  border-radius: 4px 18px;
  padding: 0.6rem 1rem;
}
</style>
