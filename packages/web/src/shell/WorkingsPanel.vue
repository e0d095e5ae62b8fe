<script setup lang="ts">
import { saidSource } from './said-source';
import type { Workings } from '@hedge-lamp/core/quantity';
import { useEventListener } from '@vueuse/core';
import { BOffcanvas } from 'bootstrap-vue-next/components/BOffcanvas';

/** Where a figure came from: the formula, the same with one's own values, the source, what would change it. */
defineProps<{ workings: Workings }>();
const open = defineModel<boolean>({ required: true });
// While it slides in the focus is not in it yet: Escape closes it all the same.
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape') open.value = false;
});
</script>

<template>
  <BOffcanvas
    v-model="open"
    placement="end"
    :title="`Workings: ${workings.title}`"
    header-close-label="Close workings"
  >
    <p class="result figure-mono">{{ workings.result }}</p>
    <h3>Formula</h3>
    <p class="figure-mono">{{ workings.formula }}</p>
    <h3>With your figures</h3>
    <p class="figure-mono">{{ workings.substituted }}</p>
    <h3>What went in</h3>
    <dl>
      <template v-for="(input, k) in workings.inputs" :key="k">
        <dt>{{ input.label }}</dt>
        <dd>
          <span class="figure-mono">{{ input.value }}</span>
          <span v-if="input.note" class="quiet d-block">{{ saidSource(input.note) }}</span>
        </dd>
      </template>
    </dl>
    <h3>What would change it</h3>
    <ul>
      <li v-for="caveat in workings.caveats" :key="caveat">{{ caveat }}</li>
    </ul>
    <template v-if="workings.opinions?.length">
      <h3>Other opinions</h3>
      <dl>
        <template v-for="opinion in workings.opinions" :key="opinion.school">
          <dt>{{ opinion.school }}</dt>
          <dd>
            {{ opinion.says }} <span class="quiet d-block">{{ saidSource(opinion.source) }}</span>
          </dd>
        </template>
      </dl>
    </template>
    <h3>Sources</h3>
    <ul>
      <li v-for="source in workings.sources" :key="source">{{ saidSource(source) }}</li>
    </ul>
  </BOffcanvas>
</template>

<style scoped>
.result {
  font-size: 1.4rem;
  font-weight: 650;
}
h3 {
  font-size: 0.95rem;
  color: var(--hl-quiet);
  margin: 1rem 0 0.2rem;
}
p {
  margin: 0;
}
dl {
  margin: 0;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0 0 0.4rem;
}
</style>
