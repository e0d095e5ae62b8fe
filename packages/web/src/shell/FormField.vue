<script setup lang="ts">
import { computed, useId } from 'vue';

/** A label, its input, a hint and the error beside it, tied together for screen readers. */
const props = defineProps<{ label: string; error?: string | undefined; hint?: string | undefined }>();
const id = useId();
const describedBy = computed(
  () =>
    [props.error ? `${id}-error` : '', props.hint ? `${id}-hint` : ''].filter(Boolean).join(' ') || undefined,
);
</script>

<template>
  <div class="field">
    <label :for="id" class="form-label">{{ label }}</label>
    <slot :id="id" :state="error ? false : undefined" :described-by="describedBy" />
    <p v-if="error" :id="`${id}-error`" class="error">{{ error }}</p>
    <p v-if="hint" :id="`${id}-hint`" class="hint quiet">{{ hint }}</p>
  </div>
</template>

<style scoped>
.field {
  margin-bottom: 0.9rem;
}
.form-label {
  font-weight: 600;
  margin-bottom: 0.25rem;
}
.error,
.hint {
  margin: 0.25rem 0 0;
}
.error {
  color: var(--hl-act);
  font-weight: 600;
}
</style>
