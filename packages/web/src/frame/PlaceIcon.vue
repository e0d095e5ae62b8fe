<script setup lang="ts">
import { type PlaceSign, signs } from './place-signs';

/** The sign of a place: lines of one weight, drawn for this application. */
withDefaults(defineProps<{ sign: PlaceSign; size?: number }>(), { size: 24 });
</script>

<template>
  <svg
    :width="size"
    :height="size"
    viewBox="0 0 24 24"
    fill="none"
    stroke="currentColor"
    stroke-width="1.8"
    stroke-linecap="round"
    stroke-linejoin="round"
    aria-hidden="true"
  >
    <path :d="signs[sign]" />
  </svg>
</template>
