<script setup lang="ts">
import type { DeedKind } from '@hedge-lamp/core/remedies';
import { type DeedSign, signOfDeed } from './deed-signs';

/** The mark of something done, told by its shape. */
const props = defineProps<{ kind?: DeedKind; sign?: DeedSign }>();
const sign = () => props.sign ?? (props.kind ? signOfDeed(props.kind) : 'note');
</script>

<template>
  <svg class="deed-mark" width="16" height="18" viewBox="0 0 16 18" aria-hidden="true">
    <template v-if="sign() === 'change'">
      <path d="M8 2C5 6.500 3 8.600 3 11.500a5 5 0 0 0 10 0C13 8.600 11 6.500 8 2z" class="line" />
      <path d="M3 11.500a5 5 0 0 0 10 0z" class="fill" />
    </template>
    <path v-else-if="sign() === 'dose'" d="M8 3.500l5.500 5.500L8 14.500 2.500 9z" class="fill" />
    <path v-else-if="sign() === 'death'" d="M3 4l10 10M13 4L3 14" class="line thick" />
    <path v-else-if="sign() === 'added'" d="M8 3v12M2 9h12" class="line thick" />
    <rect v-else-if="sign() === 'filter'" x="3" y="4" width="10" height="10" class="line" />
    <circle v-else-if="sign() === 'signs'" cx="8" cy="9" r="5" class="line" stroke-dasharray="3 2" />
    <path v-else d="M3 5h10M3 9h10M3 13h6" class="line" />
  </svg>
</template>

<style scoped>
.line {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.8;
}
.thick {
  stroke-width: 2.6;
}
.fill {
  fill: currentColor;
}
</style>
