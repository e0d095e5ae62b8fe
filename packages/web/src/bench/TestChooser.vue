<script setup lang="ts">
import type { Method } from '@hedge-lamp/core/methods';
import { knownIds, parameterInfo } from '@hedge-lamp/core/parameters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { useMediaQuery } from '@vueuse/core';
import { computed } from 'vue';
import { useMethods } from '../methods/methods-store';
import type { useRunForm } from './use-run-form';

/** Which tests: by set, or one by one, a row for each parameter. */
const props = defineProps<{ run: ReturnType<typeof useRunForm> }>();
const methods = useMethods();

const rows = computed(() =>
  knownIds().flatMap((id) => {
    const fitting = methods.all.filter((m) => m.parameter === id);
    return fitting.length > 0 ? [{ id, label: parameterInfo(id).label, fitting }] : [];
  }),
);
/** On a phone the sets come first, and what they choose in a line. */
const wide = useMediaQuery('(min-width: 768px)');
/** Where nothing is chosen yet, what can be chosen is seen. */
const pickFirst = props.run.form.value.chosen.length === 0;
const chosenNames = computed(() => props.run.chosen.value.map((m) => m.short).join(', '));
const isChosen = (m: Method) => props.run.form.value.chosen.includes(m.id);
/** The name without the parameter that the row says already. */
function plain(m: Method): string {
  if (m.result.by === 'strip') return m.name;
  const [first, ...rest] = m.name.split(', ');
  return rest.length > 0 ? rest.join(', ') : first!;
}
const isDue = (m: Method) =>
  props.run.due.value.has(m.parameter) && props.run.usual(m.parameter)?.id === m.id;
</script>

<template>
  <fieldset class="sheet">
    <legend>Which tests?</legend>
    <div class="sets" role="group" aria-label="Sets of tests">
      <BButton
        v-for="set in run.sets.value"
        :key="set.id"
        :variant="run.chosenSet.value === set.id ? 'primary' : 'outline-primary'"
        :aria-pressed="run.chosenSet.value === set.id"
        :title="set.why"
        @click="run.chooseSet(set.id)"
      >
        {{ set.name }}
      </BButton>
    </div>
    <p v-if="run.form.value.order === 'danger'" class="quiet">
      What harms soonest comes first. If animals gasp, lie down or die, see a fish-health professional; these
      tests only tell of the water.
    </p>
    <details class="folded" :open="wide || pickFirst">
      <summary>
        One by one<span v-if="!wide && chosenNames" class="quiet">: {{ chosenNames }}</span>
      </summary>
      <div v-for="row in rows" :key="row.id" class="row-of" role="group" :aria-label="row.label">
        <span class="what">{{ row.label }}</span>
        <span class="choices">
          <label v-for="m in row.fitting" :key="m.id" class="tick-chip" :class="{ chosen: isChosen(m) }">
            <input
              type="checkbox"
              class="form-check-input"
              :checked="isChosen(m)"
              :aria-label="m.name"
              @change="run.toggle(m.id)"
            />
            <span>{{ plain(m) }}<span v-if="isDue(m)" class="due"> due</span></span>
          </label>
        </span>
      </div>
    </details>
    <p class="foot quiet">
      Your leaflet says otherwise?
      <RouterLink :to="{ name: 'methods' }">Copy a method and set it to yours</RouterLink>
    </p>
  </fieldset>
</template>

<style scoped>
legend {
  font-size: 1.2rem;
  font-weight: 650;
}
.sets {
  display: flex;
  flex-wrap: wrap;
  gap: 0.45rem;
  margin-bottom: 0.8rem;
}
.row-of {
  display: grid;
  grid-template-columns: 8.5rem minmax(0, 1fr);
  gap: 0.2rem 0.75rem;
  padding: 0.35rem 0;
  border-top: 1px solid var(--hl-line);
}
.what {
  font-weight: 600;
  padding-top: 0.5rem;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 0.35rem;
}
.due {
  margin-left: 0.35rem;
  padding: 0 0.4rem;
  border-radius: 2px 8px;
  background: var(--hl-amber);
  color: #1c2321;
  font-size: 0.85rem;
}
.foot {
  margin: 0.7rem 0 0;
}
@media (max-width: 767px) {
  .row-of {
    grid-template-columns: minmax(0, 1fr);
  }
  .what {
    padding-top: 0;
  }
}
</style>
