<script setup lang="ts">
import type { RouteLocationRaw } from 'vue-router';

/** A link that looks like a button: it leads somewhere, so to a screen reader it stays a link. */
withDefaults(defineProps<{ to: RouteLocationRaw; variant?: string }>(), { variant: 'primary' });
</script>

<template>
  <RouterLink :to="to" class="btn" :class="`btn-${variant}`"><slot /></RouterLink>
</template>
