<script setup lang="ts">
import { type SignId, planForSigns, signCaution, signs } from '@hedge-lamp/core/guidelines';
import { parameters } from '@hedge-lamp/core/readings';
import { useSessionStorage } from '@vueuse/core';
import { computed } from 'vue';
import LinkButton from '../shell/LinkButton.vue';
import PageHeading from '../shell/PageHeading.vue';
import { useWaters } from '../waters/waters-store';
import WaterTabs from './WaterTabs.vue';

/** From what the animals show to what to test first, and what to do while the tubes stand. */
const props = defineProps<{ waterId: string }>();
const waters = useWaters();
const water = computed(() => waters.byId(props.waterId));
const seen = useSessionStorage<SignId[]>(`hedge-lamp.signs.${props.waterId}`, []);
const plan = computed(() => planForSigns(seen.value));
const chosen = computed(() => signs.filter((s) => seen.value.includes(s.id)));
const benchTo = computed(() => ({
  name: 'bench',
  params: { waterId: props.waterId },
  query: { tests: plan.value.tests.join(',') },
}));
</script>

<template>
  <PageHeading
    :title="water ? `${water.name}: something looks wrong` : 'Something looks wrong'"
    lead="Tick what you see. Tests come first; the list says what to do while the tubes stand."
  />
  <WaterTabs :water-id="waterId" />
  <div class="signs">
    <fieldset class="sheet">
      <legend>What do you see?</legend>
      <label
        v-for="sign in signs"
        :key="sign.id"
        class="tick-chip"
        :class="{ chosen: seen.includes(sign.id) }"
      >
        <input v-model="seen" type="checkbox" class="form-check-input" :value="sign.id" />
        {{ sign.label }}
      </label>
    </fieldset>
    <div class="plan" aria-live="polite">
      <section v-if="chosen.length === 0" class="sheet">
        <h2>What to test first</h2>
        <p class="quiet mb-0">
          Tick one or more signs: here stands then which tests tell most, in which order, and what can do no
          harm meanwhile.
        </p>
      </section>
      <template v-else>
        <section class="sheet first" :class="{ pressing: plan.pressing }">
          <h2>{{ plan.pressing ? 'Test now, in this order' : 'Test today, in this order' }}</h2>
          <ol>
            <li v-for="test in plan.tests" :key="test">
              {{ parameters[test].label
              }}<span v-if="test === 'chloride'" class="quiet fw-normal"> (any kit; typed in under Log)</span>
            </li>
          </ol>
          <LinkButton :to="benchTo">Test these now</LinkButton>
        </section>
        <section class="sheet">
          <h2>While the tubes stand</h2>
          <ul>
            <li v-for="step in plan.meanwhile" :key="step">{{ step }}</li>
          </ul>
        </section>
        <section class="sheet">
          <h2>What it often goes with</h2>
          <dl>
            <template v-for="sign in chosen" :key="sign.id">
              <dt>{{ sign.label }}</dt>
              <dd>{{ sign.often }}</dd>
            </template>
          </dl>
          <p class="quiet">Common practice, not a diagnosis.</p>
        </section>
      </template>
      <p class="caution">{{ signCaution }}</p>
    </div>
  </div>
</template>

<style scoped>
.signs {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr);
  gap: 1.25rem;
  align-items: start;
}
fieldset {
  display: grid;
  gap: 0.4rem;
}
legend {
  font-size: 1.2rem;
  font-weight: 650;
  margin-bottom: 0.3rem;
}
.plan {
  display: grid;
  gap: 0.9rem;
}
.first {
  border-left: 8px solid var(--hl-watch);
}
.first.pressing {
  border-left-color: var(--hl-act);
}
ol,
ul {
  padding-left: 1.3rem;
}
ol li {
  font-weight: 600;
}
dd {
  margin-bottom: 0.4rem;
}
.caution {
  border: 2px solid var(--hl-watch);
  border-radius: 4px 18px;
  padding: 0.6rem 1rem;
  margin: 0;
}
@media (max-width: 767px) {
  .signs {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
