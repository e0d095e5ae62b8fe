<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton';

/** What stands where content is not there yet: loading, or the reason it failed with a way to try again. */
defineProps<{ error: string | null; what: string }>();
defineEmits<{ again: [] }>();
</script>

<template>
  <div class="sheet" role="status">
    <template v-if="error">
      <p class="mb-2">{{ error }}</p>
      <BButton variant="outline-primary" @click="$emit('again')">Try again</BButton>
    </template>
    <p v-else class="quiet mb-0">Loading {{ what }} …</p>
  </div>
</template>
