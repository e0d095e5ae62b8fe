<script setup lang="ts">
import { stockConflicts } from '@hedge-lamp/core/guidelines';
import { CheckedWaterDraftSchema } from '@hedge-lamp/core/waters';
import { computed } from 'vue';

/** Said while the stock is ticked: which of these animals want different water. */
const props = defineProps<{ water: object }>();
const sentences = computed(() => {
  // Only what decides on limits is looked at: a name or a volume that is still missing does not matter here.
  const parsed = CheckedWaterDraftSchema.safeParse({ ...props.water, name: 'Any', netLiters: 1 });
  return parsed.success ? stockConflicts(parsed.data).map((c) => c.sentence) : [];
});
</script>

<template>
  <div role="status">
    <div v-if="sentences.length > 0" class="conflicts">
      <strong>These want different water</strong>
      <ul>
        <li v-for="s in sentences" :key="s">{{ s }}</li>
      </ul>
    </div>
  </div>
</template>

<style scoped>
.conflicts {
  border: 2px solid var(--hl-watch);
  border-radius: 4px 18px;
  padding: 0.5rem 0.9rem;
  margin-top: 0.7rem;
}
ul {
  margin: 0.2rem 0 0;
  padding-left: 1.2rem;
}
</style>
