<script setup lang="ts">
import { dated } from '../clock/dated';
import { runRoutes } from '@hedge-lamp/core/bench';

import { computed, watch } from 'vue';
import { useRouter } from 'vue-router';
import LoadState from '../shell/LoadState.vue';
import PageHeading from '../shell/PageHeading.vue';
import { useAnswer } from '../shell/use-loaded';
import { useChosenWater } from '../waters/chosen-water';
import { useWaters } from '../waters/waters-store';
import RunSummary from './RunSummary.vue';

/** A run that is over, from the server: what it came to, on whatever device it was done. */
const props = defineProps<{ runId: string }>();
const waters = useWaters();
const router = useRouter();
const { data: run, error, again } = useAnswer(runRoutes.one, () => ({ params: { id: props.runId } }));
const chosen = useChosenWater();
watch(
  () => run.value?.waterId ?? '',
  (id) => chosen.choose(id),
);
const title = computed(() =>
  run.value
    ? `Run of ${dated(run.value.startedAt, 'd MMMM yyyy, HH:mm')}: ${waters.byId(run.value.waterId)?.name ?? 'a water that was removed'}`
    : 'A run',
);
const toBench = () => void router.push({ name: 'bench', params: { waterId: run.value!.waterId } });
</script>

<template>
  <PageHeading :title="title" />
  <LoadState v-if="!run" :error="error" what="the run" @again="again" />
  <template v-else-if="run.finishedAt === null">
    <p>This run is still live.</p>
    <p><RouterLink :to="{ name: 'bench', params: { waterId: run.waterId } }">Go to its bench</RouterLink></p>
  </template>
  <RunSummary v-else :run="run" @again="toBench" />
</template>
