<script setup lang="ts">
import { computed } from 'vue';
import type { FieldErrors } from '../shell/field-errors';
import TextField from '../shell/TextField.vue';

/** A sample that was diluted, or of another size than the leaflet asks for. */
const props = defineProps<{ drops: boolean; errors: FieldErrors }>();
const dilution = defineModel<string>('dilution', { required: true });
const sampleTimes = defineModel<string>('sampleTimes', { required: true });

const wrong = computed(() =>
  Boolean(props.errors['entered.dilution'] ?? props.errors['entered.sampleTimes']),
);
/** Open from the start only where something is in it, so that it does not shut under who clears a field. */
const filled = dilution.value !== '' || sampleTimes.value !== '';
</script>

<template>
  <details class="mb-3 folded" :open="filled || wrong">
    <summary>Diluted, or another sample size</summary>
    <div class="field-pair">
      <TextField
        v-model="dilution"
        inputmode="decimal"
        label="Diluted, times"
        hint="10 for 1 mL of sample in 9 mL of distilled water. The result is multiplied by it."
        :error="errors['entered.dilution']"
      />
      <TextField
        v-if="drops"
        v-model="sampleTimes"
        inputmode="decimal"
        label="Sample, times the usual"
        hint="2 for twice the sample: a drop is worth half."
        :error="errors['entered.sampleTimes']"
      />
    </div>
  </details>
</template>
