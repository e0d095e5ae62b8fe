<script setup lang="ts">
import { defineAsyncComponent, onMounted } from 'vue';
import { useBench } from '../bench/bench-store';
import { useCards } from '../color/cards-store';
import { useKits } from '../methods/kits-store';
import { fetchBench } from './fetch-bench';

/**
 * What a bench needs, on every page: the live runs with their rack and bells, kits and cards. It comes once the first page
 * stands.
 */

/** The rack is fetched only when a run is live. */
const RackStrip = defineAsyncComponent(() => import('../bench/RackStrip.vue'));
const bench = useBench();

onMounted(() => {
  // A bench that was opened has asked for itself.
  if (!bench.loaded) void bench.load();
  void useKits().load();
  void useCards().load();
  fetchBench();
});
</script>

<template>
  <RackStrip v-if="bench.openTubes.length > 0 || bench.waiting > 0" />
</template>
