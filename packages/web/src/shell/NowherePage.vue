<script setup lang="ts">
import PageHeading from './PageHeading.vue';
</script>

<template>
  <PageHeading title="There is nothing here" />
  <p>The address may be old, or the water was removed.</p>
  <p><RouterLink to="/">Go to your waters</RouterLink></p>
</template>
