<script setup lang="ts">
import { computed } from 'vue';

/** Says on every page that these waters are made up, and leads back to the keeper's own. */
const props = defineProps<{ ownPort: number }>();
const back = computed(() => `${location.protocol}//${location.hostname}:${props.ownPort}/`);
</script>

<template>
  <aside class="notice-line" aria-label="Made-up waters">
    <p><strong>These waters are made up.</strong> Open anything; nothing is kept.</p>
    <a class="btn btn-primary" :href="back">Back to my own</a>
  </aside>
</template>

<style scoped>
.notice-line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 0.4rem 1rem;
  border: 1.5px dashed var(--hl-quiet);
  border-radius: 4px 18px;
  padding: 0.4rem 1rem;
  margin-bottom: 1rem;
}
.notice-line p {
  margin: 0;
}
.btn {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
@media (max-width: 767px) {
  .notice-line {
    flex-wrap: nowrap;
    padding: 0.3rem 0.3rem 0.3rem 0.75rem;
    margin-bottom: 0.6rem;
    font-size: 0.9375rem;
    line-height: 1.3;
  }
  .btn {
    flex: none;
  }
}
@media print {
  .btn {
    display: none;
  }
}
</style>
