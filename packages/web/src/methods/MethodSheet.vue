<script setup lang="ts">
import { type Method, hazards } from '@hedge-lamp/core/methods';
import { parameterInfo } from '@hedge-lamp/core/parameters';
import { computed } from 'vue';
import SwatchRow from '../color/SwatchRow.vue';
import { stepNames } from './method-form';
import { minutesAlone, resultWords } from './method-words';

/** A method to read: its steps, its bottles, how it is read. */
const props = defineProps<{ method: Method }>();
const cards = computed(() => {
  const { result, parameter } = props.method;
  if (result.by === 'card' || result.by === 'wheel') return [{ parameter, card: result.card }];
  return result.by === 'strip' ? result.pads : [];
});
const nameOfStep = (id: string) => props.method.steps.findIndex((s) => s.id === id) + 1;
</script>

<template>
  <div class="two">
    <section class="sheet">
      <h2>Steps</h2>
      <ol>
        <li v-for="(s, k) in method.steps" :key="k">
          <strong>{{ s.say }}</strong> <span class="quiet">{{ stepNames[s.do] }}</span>
          <span v-if="s.matters === 'critical'" class="critical">decides the result</span>
          <span v-if="s.matters === 'forgiving'" class="quiet"> · need not be exact</span>
          <span v-if="s.why" class="d-block quiet">{{ s.why }}</span>
          <ul v-if="s.do === 'ask'">
            <li v-for="a in s.answers" :key="a.says">
              {{ a.says }}<template v-if="a.goTo">: on to step {{ nameOfStep(a.goTo) }}</template
              ><template v-if="a.means">. {{ a.means }}</template>
            </li>
          </ul>
        </li>
      </ol>
    </section>
    <div class="side">
      <section class="sheet">
        <h2>What it tells</h2>
        <p>
          {{ parameterInfo(method.parameter).label }}, by {{ resultWords(method) }}. About
          {{ minutesAlone(method) }} min when run alone.
        </p>
        <div v-for="c in cards" :key="c.card.id" class="card-row">
          <span v-if="cards.length > 1">{{ parameterInfo(c.parameter).label }}</span>
          <SwatchRow :card="c.card" />
        </div>
        <p v-if="method.note" class="mb-0">{{ method.note }}</p>
        <p class="quiet mb-0">
          Version {{ method.version }}; {{ method.basis }}. Your kit’s own leaflet wins.
        </p>
      </section>
      <section v-if="method.bottles.length > 0" class="sheet">
        <h2>Bottles</h2>
        <div v-for="b in method.bottles" :key="b.id" class="bottle">
          <strong>{{ b.label }}</strong><span v-if="b.settles" class="quiet">
            · settles, shake it before use</span
          >
          <p v-for="h in b.hazards" :key="h">{{ hazards[h].full }}</p>
        </div>
        <RouterLink :to="{ name: 'safety' }">All cautions</RouterLink>
      </section>
    </div>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 1rem;
  align-items: start;
}
.side {
  display: grid;
  gap: 1rem;
}
ol > li {
  margin-bottom: 0.5rem;
}
.critical {
  margin-left: 0.5ch;
  color: var(--hl-watch);
  font-weight: 650;
}
.card-row {
  margin-bottom: 0.6rem;
}
.bottle {
  border-left: 6px solid var(--hl-watch);
  padding-left: 0.9rem;
  margin-bottom: 0.8rem;
}
.bottle p {
  margin: 0.15rem 0 0;
}
@media (max-width: 1023px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
