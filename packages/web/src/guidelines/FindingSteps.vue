<script setup lang="ts">
import type { Finding } from '@hedge-lamp/core/guidelines';
import { computed } from 'vue';

/** What to do about a finding, how much water to change, by when, and when to test again. */
const props = defineProps<{ finding: Finding }>();
const changeLines = computed(() => props.finding.change.split('\n').filter(Boolean));
const when = computed(() => [props.finding.byWhen, props.finding.testAgain].filter(Boolean).join(' '));
</script>

<template>
  <div class="steps">
    <p v-if="finding.todo">{{ finding.todo }}</p>
    <p v-for="line in changeLines" :key="line" :class="{ careful: line.startsWith('Careful') }">{{ line }}</p>
    <p v-if="when">
      <strong>{{ when }}</strong>
    </p>
  </div>
</template>

<style scoped>
p {
  margin: 0.2rem 0 0;
  max-width: 75ch;
}
.careful {
  font-weight: 600;
}
</style>
