<script setup lang="ts">
/** What belongs to the things on the shelf: kits, methods, cards, safety. */
const places = [
  { name: 'kits', label: 'Kits' },
  { name: 'methods', label: 'Methods' },
  { name: 'cards', label: 'Cards' },
  { name: 'safety', label: 'Safety' },
];
</script>

<template>
  <nav class="tabs" aria-label="Kits, methods, cards and safety">
    <RouterLink v-for="p in places" :key="p.name" :to="{ name: p.name }" active-class="here">{{
      p.label
    }}</RouterLink>
  </nav>
</template>

<style scoped>
.tabs {
  display: flex;
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
</style>
