<script setup lang="ts">
import { ref } from 'vue';
import FormField from '../shell/FormField.vue';

/** Chooses a backup file of this device. */
defineProps<{ disabled: boolean }>();
const emit = defineEmits<{ chosen: [file: File] }>();
const fault = ref('');

function choose(event: Event): void {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  fault.value = '';
  if (!file) return;
  if (file.size === 0) fault.value = 'This file is empty. Choose another one.';
  else emit('chosen', file);
  // The same file can be chosen again.
  field.value = '';
}
</script>

<template>
  <FormField v-slot="{ id, describedBy }" label="Backup file" :error="fault">
    <input
      :id="id"
      type="file"
      class="form-control"
      accept=".zip,.sqlite,application/zip"
      :disabled="disabled"
      :aria-describedby="describedBy"
      @change="choose"
    />
  </FormField>
</template>
