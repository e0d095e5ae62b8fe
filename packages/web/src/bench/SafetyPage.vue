<script setup lang="ts">
import { generalCautions, hazards } from '@hedge-lamp/core/methods';
import { hazardIds } from '@hedge-lamp/core/parameters';
import { computed } from 'vue';
import { useMethods } from '../methods/methods-store';
import KitTabs from '../shell/KitTabs.vue';
import PageHeading from '../shell/PageHeading.vue';

/** Every caution in one place, in full, and which tests have which hazard. */
const methods = useMethods();
const rows = computed(() =>
  hazardIds.map((id) => ({
    ...hazards[id],
    in: methods.all.filter((m) => m.bottles.some((b) => b.hazards.includes(id))).map((m) => m.name),
  })),
);
</script>

<template>
  <PageHeading
    title="Safety"
    lead="What the reagents can do, and what holds for every test. The sheet in your own kit and local rules win over all of it."
  />
  <KitTabs />
  <div class="safety">
    <section class="sheet">
      <h2>For every test</h2>
      <dl>
        <template v-for="c in generalCautions" :key="c.title">
          <dt>{{ c.title }}</dt>
          <dd>{{ c.text }}</dd>
        </template>
      </dl>
    </section>
    <section class="sheet">
      <h2>What is in the bottles</h2>
      <article v-for="h in rows" :key="h.id" class="hazard">
        <h3>{{ h.label }}</h3>
        <p>{{ h.full }}</p>
        <p v-if="h.in.length > 0" class="quiet">In: {{ h.in.join('; ') }}.</p>
      </article>
    </section>
  </div>
</template>

<style scoped>
.safety {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(26rem, 100%), 1fr));
  gap: 1rem;
  align-items: start;
}
dt {
  margin-top: 0.8rem;
}
dd {
  margin: 0;
}
.hazard {
  border-left: 6px solid var(--hl-watch);
  padding-left: 0.9rem;
  margin-top: 1rem;
}
.hazard h3 {
  font-size: 1.05rem;
  margin: 0 0 0.2rem;
}
.hazard p {
  margin: 0 0 0.2rem;
}
</style>
