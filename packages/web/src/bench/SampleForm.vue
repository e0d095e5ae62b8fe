<script setup lang="ts">
import { drawnFroms, drawnFromLabel } from '@hedge-lamp/core/readings';
import type { Water } from '@hedge-lamp/core/waters';
import { BFormCheckboxGroup } from 'bootstrap-vue-next/components/BFormCheckbox';
import { computed } from 'vue';
import { useWaters } from '../waters/waters-store';
import { useBench } from './bench-store';
import { useSettings } from '../settings/settings-store';
import ChoiceField from '../shell/ChoiceField.vue';
import TextField from '../shell/TextField.vue';
import type { useRunForm } from './use-run-form';

/** The sample: where, when, how and by whom. Two places at once make two tubes of each test. */
const props = defineProps<{ run: ReturnType<typeof useRunForm>; water: Water }>();
const settings = useSettings();
const waters = useWaters();
const bench = useBench();

const points = computed(() => props.water.samplingPoints.map((p) => ({ value: p.id, text: p.name })));
/** Those of which no run is live. */
const others = computed(() =>
  waters.waters
    .filter((w) => w.id !== props.water.id && !bench.runs.some((r) => r.waterId === w.id))
    .map((w) => ({ value: w.id, text: w.name })),
);
const ways = drawnFroms.map((value) => ({ value, text: drawnFromLabel[value] }));
const form = computed(() => props.run.form.value);
</script>

<template>
  <section class="sheet">
    <h2>The sample</h2>
    <fieldset v-if="points.length > 0" class="mb-3">
      <legend class="form-label fs-6 fw-semibold">Taken at</legend>
      <BFormCheckboxGroup
        v-model="form.points"
        :options="points"
        name="points"
        aria-label="Sampling points"
      />
      <p class="quiet mb-0">
        {{
          form.points.length > 1
            ? `${form.points.length} places in one go: a tube of each test for each.`
            : 'Tick two to test above and below in one go.'
        }}
      </p>
    </fieldset>
    <details v-if="others.length > 0" class="folded mb-3" :open="form.alsoOf.length > 0">
      <summary>The same tests of other waters too</summary>
      <BFormCheckboxGroup
        v-model="form.alsoOf"
        :options="others"
        name="also-of"
        stacked
        aria-label="Other waters in this sitting"
      />
      <p class="quiet mb-0">
        Each tube bears the name of its water. A reading is kept where its tube belongs.
      </p>
    </details>
    <div class="field-pair">
      <ChoiceField v-if="water.kind !== 'source'" v-model="form.drawnFrom" :options="ways" label="How" />
      <TextField v-model="settings.initials" :maxlength="60" label="By" hint="Name or initials" />
    </div>
    <details class="folded mb-2" :open="form.sampledAt !== ''">
      <summary>It was taken earlier</summary>
      <TextField
        v-model="form.sampledAt"
        type="datetime-local"
        label="Taken when"
        hint="Left empty: when each test begins."
        :error="run.errors.value.sampledAt"
      />
    </details>
    <p class="quiet mb-0">
      {{
        water.kind === 'source'
          ? 'Let it run a minute first, then fill the container.'
          : form.drawnFrom === 'outlet'
            ? 'At the outlet ammonia is highest: let it run over the rim a while.'
            : 'Container upside down into the water, then turned up: no film from the surface gets in.'
      }}
      Nothing from a tube ever goes back into the water.
    </p>
  </section>
</template>
