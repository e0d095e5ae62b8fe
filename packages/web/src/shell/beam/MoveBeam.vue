<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { bankText } from './bank-text';
import type { BeamMove } from './move';
import WaterBeam from './WaterBeam.vue';

/** What a deed does to a figure: as it is, hollow, above; as it would be, hatched, below. Its words stand beside it. */
const props = defineProps<{ move: BeamMove; height?: number }>();
const track = ref<HTMLElement>();
const { width } = useElementSize(track, { width: 300, height: 0 });
/** Of the whole beam; a part of it is in sight. */
const whole = computed(() => Math.round(Math.max(80, width.value) / (props.move.to - props.move.from)));
/** A limit is written where its bank is in sight, with room for it. */
const open = computed(() => props.move.zones.find((z) => z.status === 'clear'));
const room = computed(() => 40 / whole.value);
const lowBank = computed(() =>
  open.value && open.value.from >= props.move.from ? bankText(props.move.lowBank) : '',
);
const highBank = computed(() =>
  open.value && open.value.to <= props.move.to && open.value.to - room.value >= props.move.from
    ? bankText(props.move.highBank)
    : '',
);
</script>

<template>
  <div ref="track" class="track" :style="{ height: `${(height ?? 52) + 2}px` }">
    <div class="whole" :style="{ width: `${whole}px`, left: `${-move.from * whole}px` }">
      <WaterBeam
        :zones="move.zones"
        :at="move.after"
        :open="move.afterOpen"
        :before="move.before"
        :before-open="move.beforeOpen"
        :low-bank="lowBank"
        :high-bank="highBank"
        :width="whole"
        :height="height ?? 52"
        light="lit"
        estimate
      />
    </div>
  </div>
</template>

<style scoped>
/* The whole beam is wider than what is in sight, and must not widen the page. */
.track {
  position: relative;
  overflow: hidden;
  contain: paint;
  border: 1px solid var(--hl-line);
  border-radius: 2px 10px;
}
.whole {
  position: absolute;
  top: 0;
}
</style>
