<script setup lang="ts">
import { isDilutable, isSizable, kitState } from '@hedge-lamp/core/methods';
import { doubts } from '@hedge-lamp/core/readings';
import { computed } from 'vue';
import { useServerLink } from '../clock/server-link';
import { useKits } from '../methods/kits-store';
import ChoiceField from '../shell/ChoiceField.vue';
import TextField from '../shell/TextField.vue';
import type { useRunForm } from './use-run-form';

/** For each chosen test: from which kit, and whether the sample is diluted or of another size. */
const props = defineProps<{ run: ReturnType<typeof useRunForm> }>();
const kits = useKits();
const link = useServerLink();

const rows = computed(() =>
  props.run.chosen.value
    .map((method) => {
      const options = props.run.optionsOf(method.id);
      const fitting = kits.kitsFor(method.id);
      const kit = fitting.find((k) => k.id === options.kitId);
      const left = kit && kitState(kit, link.now()).find((s) => s.methodId === method.id)?.left;
      return {
        method,
        options,
        kits: [{ value: null, text: 'No kit noted' }, ...fitting.map((k) => ({ value: k.id, text: k.name }))],
        left: left ?? null,
        doubts: kits.doubtsOf(options.kitId, method.id),
        dilutable: isDilutable(method),
        sizable: isSizable(method),
        errors: {
          dilution: props.run.errors.value[`dilution.${method.id}`],
          sampleTimes: props.run.errors.value[`sampleTimes.${method.id}`],
        },
      };
    })
    // A pen without a kit has nothing to choose.
    .filter((row) => row.kits.length > 1 || row.dilutable || row.sizable),
);
const special = computed(() =>
  rows.value.some((r) => r.options.dilution !== '' || r.options.sampleTimes !== '' || r.doubts.length > 0),
);
</script>

<template>
  <details class="sheet folded" :open="special">
    <summary>Kits, dilution and size of the sample</summary>
    <div v-for="r in rows" :key="r.method.id" class="row-of">
      <strong>{{ r.method.name }}</strong>
      <div class="fields">
        <ChoiceField
          v-if="r.kits.length > 1"
          :model-value="r.options.kitId"
          :options="r.kits"
          label="Kit"
          :hint="r.left === null ? undefined : `${r.left} tests left`"
          @update:model-value="run.setOptions(r.method.id, { ...r.options, kitId: $event })"
        />
        <TextField
          v-if="r.dilutable"
          :model-value="r.options.dilution"
          inputmode="decimal"
          label="Diluted, times"
          hint="Empty: not diluted"
          :error="r.errors.dilution"
          @update:model-value="run.setOptions(r.method.id, { ...r.options, dilution: $event ?? '' })"
        />
        <TextField
          v-if="r.sizable"
          :model-value="r.options.sampleTimes"
          inputmode="decimal"
          label="Sample, times the usual"
          hint="2 for twice: a drop is worth half"
          :error="r.errors.sampleTimes"
          @update:model-value="run.setOptions(r.method.id, { ...r.options, sampleTimes: $event ?? '' })"
        />
      </div>
      <p v-for="d in r.doubts" :key="d" class="doubt">
        <strong>{{ doubts[d].label }}.</strong> {{ doubts[d].effect }}
      </p>
    </div>
    <p v-if="rows.length === 0" class="quiet mb-0">
      {{
        run.chosen.value.length === 0
          ? 'Choose a test first.'
          : 'Nothing of this can be told of what is chosen.'
      }}
    </p>
  </details>
</template>

<style scoped>
.row-of {
  padding-top: 0.6rem;
  margin-top: 0.6rem;
  border-top: 1px solid var(--hl-line);
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(11.5rem, 100%), 1fr));
  gap: 0 1rem;
}
.doubt {
  border-left: 6px solid var(--hl-watch);
  padding-left: 0.75rem;
}
</style>
