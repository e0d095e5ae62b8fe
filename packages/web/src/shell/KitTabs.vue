<script setup lang="ts">
import PageTabs from './PageTabs.vue';

/** What belongs to the things on the shelf: kits, methods, cards, parameters, safety. */
const places = [
  { label: 'Kits', to: { name: 'kits' } },
  { label: 'Methods', to: { name: 'methods' } },
  { label: 'Cards', to: { name: 'cards' } },
  { label: 'Parameters', to: { name: 'parameters' } },
  { label: 'Safety', to: { name: 'safety' } },
];
</script>

<template>
  <PageTabs label="Kits, methods, cards, parameters and safety" :places="places" />
</template>
