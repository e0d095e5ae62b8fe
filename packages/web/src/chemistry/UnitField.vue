<script setup lang="ts">
import { BFormInput } from 'bootstrap-vue-next/components/BFormInput';
import { BFormSelect } from 'bootstrap-vue-next/components/BFormSelect';
import FormField from '../shell/FormField.vue';

/** A figure as typed and its unit, side by side. */
defineProps<{
  label: string;
  /** Words behind the label of a field that may stay empty. */
  leaveOut: string;
  units: readonly string[];
  error?: string | undefined;
  hint?: string | undefined;
}>();
const text = defineModel<string>('text', { required: true });
const unit = defineModel<string>('unit', { required: true });
</script>

<template>
  <FormField v-slot="{ id, state, describedBy }" :label="`${label}${leaveOut}`" :error="error" :hint="hint">
    <div class="figure-row">
      <BFormInput
        :id="id"
        v-model="text"
        class="figure-mono"
        inputmode="text"
        :maxlength="40"
        :state="state"
        :aria-describedby="describedBy"
        autocomplete="off"
      />
      <BFormSelect
        v-if="units.length > 1"
        v-model="unit"
        :options="units.map((u) => ({ value: u, text: u }))"
        :aria-label="`Unit of ${label}`"
      />
      <span v-else-if="units[0] && units[0] !== 'pH'" class="unit">{{ units[0] }}</span>
    </div>
  </FormField>
</template>

<style scoped>
.figure-row {
  display: flex;
  gap: 0.4rem;
  align-items: center;
}
.figure-row :deep(input) {
  flex: 1 1 5rem;
  min-width: 5rem;
}
.figure-row :deep(select) {
  flex: 0 1 auto;
  width: auto;
  max-width: 9.5rem;
}
.unit {
  padding-inline: 0.25rem;
}
</style>
