<script setup lang="ts">
import PageTabs from '../shell/PageTabs.vue';

/** What belongs to the things on the shelf: kits, methods, cards, safety. */
const places = [
  { label: 'Kits', to: { name: 'kits' } },
  { label: 'Methods', to: { name: 'methods' } },
  { label: 'Cards', to: { name: 'cards' } },
  { label: 'Safety', to: { name: 'safety' } },
];
</script>

<template>
  <PageTabs label="Kits, methods, cards and safety" :places="places" />
</template>
