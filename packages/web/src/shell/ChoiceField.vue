<script setup lang="ts" generic="T extends string | number | null">
import { BFormSelect } from 'bootstrap-vue-next/components/BFormSelect';
import FormField from './FormField.vue';

/** A labeled choice of one among a few, with its error beside it. */
withDefaults(
  defineProps<{
    label: string;
    options: readonly { readonly value: T; readonly text: string }[];
    error?: string | undefined;
    hint?: string | undefined;
    disabled?: boolean;
  }>(),
  { error: undefined, hint: undefined },
);
const chosen = defineModel<T>({ required: true });
defineEmits<{ change: [] }>();
</script>

<template>
  <FormField v-slot="{ id, state, describedBy }" :label="label" :error="error" :hint="hint">
    <BFormSelect
      :id="id"
      v-model="chosen"
      :options="[...options]"
      :state="state"
      :disabled="disabled"
      :aria-describedby="describedBy"
      @change="$emit('change')"
    />
  </FormField>
</template>
