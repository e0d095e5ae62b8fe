<script setup lang="ts">
import { BFormInput } from 'bootstrap-vue-next/components/BFormInput';
import { BFormTextarea } from 'bootstrap-vue-next/components/BFormTextarea';
import FormField from './FormField.vue';

/** A labeled line of text, a figure, a day, a time or a note, kept exactly as typed, with its error beside it. */
withDefaults(
  defineProps<{
    label: string;
    error?: string | undefined;
    hint?: string | undefined;
    type?: 'text' | 'date' | 'datetime-local' | 'note';
    inputmode?: 'decimal' | 'numeric' | 'text';
    maxlength?: number | undefined;
  }>(),
  { error: undefined, hint: undefined, type: 'text', inputmode: 'text', maxlength: undefined },
);
const text = defineModel<string | undefined>();
defineEmits<{ change: []; enter: [event: KeyboardEvent] }>();
</script>

<template>
  <FormField v-slot="{ id, state, describedBy }" :label="label" :error="error" :hint="hint">
    <BFormTextarea
      v-if="type === 'note'"
      :id="id"
      v-model="text"
      rows="2"
      :state="state"
      :aria-describedby="describedBy"
    />
    <BFormInput
      v-else
      :id="id"
      v-model="text"
      :type="type"
      :inputmode="inputmode"
      :maxlength="maxlength"
      :state="state"
      :aria-describedby="describedBy"
      autocomplete="off"
      @change="$emit('change')"
      @keydown.enter="$emit('enter', $event)"
    />
  </FormField>
</template>
