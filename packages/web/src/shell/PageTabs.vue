<script setup lang="ts">
import type { RouteLocationRaw } from 'vue-router';

/** Pages that belong together, one beside the other. */
defineProps<{
  label: string;
  places: readonly { readonly label: string; readonly to: RouteLocationRaw }[];
}>();
</script>

<template>
  <nav class="tabs" :aria-label="label">
    <RouterLink v-for="p in places" :key="p.label" :to="p.to" active-class="here">{{ p.label }}</RouterLink>
  </nav>
</template>

<style scoped>
.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  margin-bottom: 1rem;
}
.tabs a {
  display: grid;
  place-items: center;
  min-height: 44px;
  padding: 0 1.1rem;
  border: 1px solid var(--hl-line);
  border-radius: 4px 14px;
  color: inherit;
  text-decoration: none;
}
.tabs .here {
  background: var(--hl-clear-tint);
  border-color: var(--hl-clear);
  font-weight: 650;
}
@media (max-width: 767px) {
  .tabs {
    gap: 0.3rem;
    margin-bottom: 0.7rem;
  }
  .tabs a {
    padding: 0 0.7rem;
  }
}
@media print {
  .tabs {
    display: none;
  }
}
</style>
