<script setup lang="ts">
import { RunDraftSchema } from '@hedge-lamp/core/bench';
import { type Method, isTimed, shippedMethods } from '@hedge-lamp/core/methods';
import type { Water } from '@hedge-lamp/core/waters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BFormSelect } from 'bootstrap-vue-next/components/BFormSelect';
import { v4 as newId } from 'uuid';
import { computed, ref, watch } from 'vue';
import { sentenceOf } from '../api/api-error';
import { useServerLink } from '../clock/server-link';
import { thisZone } from '../clock/words';
import { errorsOf } from '../shell/field-errors';
import FormField from '../shell/FormField.vue';
import TextField from '../shell/TextField.vue';
import { useSettings } from '../settings/settings-store';
import { useWaters } from '../waters/waters-store';
import { useBench } from './bench-store';

/** Before a run: which tests, from where, by whom. What is due is ticked already. */
const props = defineProps<{ water: Water }>();
const bench = useBench();
const link = useServerLink();
const settings = useSettings();
const waters = useWaters();

const chosen = ref<string[]>([]);
const touched = ref(false);
const samplingPointId = ref<string | null>(props.water.samplingPoints[0]?.id ?? null);
const failure = ref('');
const starting = ref(false);

const due = computed(() => new Set(waters.standings[props.water.id]?.due.map((d) => d.parameter)));
/** One method per due parameter; a pen temperature goes with every ammonia test, since free ammonia needs it. */
watch(
  due,
  (parameters) => {
    if (touched.value) return;
    const first = (parameter: string) => shippedMethods.find((m) => m.parameter === parameter)?.id;
    const wanted = new Set([...parameters].map(first).filter((id) => id !== undefined));
    if (parameters.has('ammonia')) ['pen-ph', 'pen-temperature'].forEach((id) => wanted.add(id));
    chosen.value = shippedMethods.map((m) => m.id).filter((id) => wanted.has(id));
  },
  { immediate: true },
);

const points = computed(() => [
  { value: null, text: 'Anywhere below the surface' },
  ...props.water.samplingPoints.map((p) => ({ value: p.id, text: p.name })),
]);
function minutes(method: Method): string {
  const waits = method.steps.filter(isTimed).reduce((sum, s) => sum + s.seconds, 0);
  // Hands need about a quarter of a minute for every other step.
  const total = Math.max(1, Math.round((waits + 15 * method.steps.length) / 60));
  return `about ${total} min`;
}
/** Where two methods measure the same, only the usual one is called due. */
const isFirstFor = (m: Method) =>
  shippedMethods.find((other) => other.parameter === m.parameter)?.id === m.id;
function toggle(id: string): void {
  touched.value = true;
  chosen.value = chosen.value.includes(id) ? chosen.value.filter((c) => c !== id) : [...chosen.value, id];
}

async function start(): Promise<void> {
  failure.value = '';
  const ordered = shippedMethods.filter((m) => chosen.value.includes(m.id));
  const parsed = RunDraftSchema.safeParse({
    id: newId(),
    waterId: props.water.id,
    samplingPointId: samplingPointId.value,
    startedAt: link.now(),
    zone: thisZone(),
    by: settings.initials,
    tests: ordered.map((m) => ({ id: newId(), methodId: m.id })),
  });
  if (!parsed.success) {
    failure.value = Object.values(errorsOf(parsed.error)).join(' ');
    return;
  }
  starting.value = true;
  try {
    await bench.start(parsed.data);
  } catch (error) {
    failure.value = sentenceOf(error);
  } finally {
    starting.value = false;
  }
}
</script>

<template>
  <form class="start" novalidate @submit.prevent="start">
    <fieldset class="sheet">
      <legend>Which tests?</legend>
      <div class="methods">
        <label
          v-for="m in shippedMethods"
          :key="m.id"
          class="method"
          :class="{ chosen: chosen.includes(m.id) }"
        >
          <input
            type="checkbox"
            class="form-check-input"
            :checked="chosen.includes(m.id)"
            @change="toggle(m.id)"
          />
          <span>
            <strong>{{ m.name }}</strong>
            <span class="quiet d-block"
              >{{ minutes(m) }}<template v-if="due.has(m.parameter) && isFirstFor(m)"> · due</template></span
            >
          </span>
        </label>
      </div>
    </fieldset>
    <div class="side">
      <section class="sheet">
        <h2>The sample</h2>
        <FormField v-if="water.samplingPoints.length > 0" label="Taken at">
          <template #default="{ id }"
            ><BFormSelect :id="id" v-model="samplingPointId" :options="points"
          /></template>
        </FormField>
        <TextField
          v-model="settings.initials"
          :maxlength="60"
          label="By"
          hint="Name or initials, if you like."
        />
        <p class="quiet">
          Upside down into the water, then turn it up: no film from the surface gets in. Nothing from a tube
          ever goes back into the water.
        </p>
        <p v-if="failure" role="alert" class="failure">{{ failure }}</p>
        <BButton
          type="submit"
          variant="primary"
          size="lg"
          class="w-100"
          :disabled="starting || chosen.length === 0"
        >
          {{
            starting
              ? 'Starting …'
              : chosen.length === 0
                ? 'Choose a test'
                : `Start ${chosen.length === 1 ? 'the test' : `${chosen.length} tests`}`
          }}
        </BButton>
      </section>
      <p class="caution">
        <strong>Reagents include acid, caustic and bleach.</strong> Gloves and eye protection; away from food,
        children and animals. Waste by your kit’s sheet and local rules. Your kit’s own leaflet wins over
        these steps.
      </p>
    </div>
  </form>
</template>

<style scoped>
.start {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 20rem;
  gap: 1.25rem;
  align-items: start;
}
legend {
  font-size: 1.2rem;
  font-weight: 650;
}
.methods {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(17rem, 100%), 1fr));
  gap: 0.5rem;
}
.method {
  display: flex;
  gap: 0.75rem;
  align-items: flex-start;
  padding: 0.7rem 0.9rem;
  min-height: 56px;
  border: 1px solid var(--hl-line);
  border-radius: 4px 16px;
  cursor: pointer;
}
.method.chosen {
  border-color: var(--hl-clear);
  background: var(--hl-clear-tint);
}
.caution {
  border-left: 6px solid var(--hl-watch);
  padding-left: 0.9rem;
  margin-top: 1rem;
}
@media (max-width: 1023px) {
  .start {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
