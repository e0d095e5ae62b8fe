<script setup lang="ts">
import { type Tube, cautionsAt } from '@hedge-lamp/core/bench';
import { computed } from 'vue';

/** The cautions of the step in hand: in full the first time in a run, short after that. */
const props = defineProps<{ tube: Tube; tubes: readonly Tube[] }>();
const cautions = computed(() => cautionsAt(props.tube, props.tubes));
</script>

<template>
  <ul v-if="cautions.length > 0" class="cautions">
    <li v-for="c in cautions" :key="c.text" :class="{ full: c.full }">
      <strong>{{ c.full ? 'Careful:' : 'Still:' }}</strong> {{ c.text }}
    </li>
  </ul>
</template>

<style scoped>
.cautions {
  list-style: none;
  margin: 0.6rem 0 0;
  padding: 0;
  display: grid;
  gap: 0.35rem;
}
li {
  border-left: 3px solid var(--hl-watch);
  padding-left: 0.75rem;
  max-width: 95ch;
}
.full {
  border-left-width: 6px;
}
</style>
