<script setup lang="ts">
import { type Tube, padsOf, parameterAt } from '@hedge-lamp/core/bench';
import type { CardMatch } from '@hedge-lamp/core/color';
import { cardFor } from '@hedge-lamp/core/readings';
import { parameterInfo } from '@hedge-lamp/core/parameters';
import { computed, defineAsyncComponent, ref } from 'vue';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import type { CardRef } from '../color/ColorReading.vue';

const StripReader = defineAsyncComponent(() => import('../color/StripReader.vue'));
const ColorReading = defineAsyncComponent(() => import('../color/ColorReading.vue'));

/** The card that a tube is held against; for a strip the cards of all its pads. */
const props = defineProps<{ tube: Tube }>();
defineEmits<{ match: [pad: number, match: CardMatch | null, own: CardRef | null] }>();

const cards = computed(() =>
  padsOf(props.tube).flatMap((pad) => {
    const parameter = parameterAt(props.tube, pad);
    const card = cardFor(props.tube.method, parameter);
    return card ? [{ pad, card, parameter, label: parameterInfo(parameter).label }] : [];
  }),
);
/** All pads of a strip on one photograph. */
const byPhotograph = ref(false);
</script>

<template>
  <template v-if="cards.length > 1">
    <BButton
      variant="outline-secondary"
      class="by-photograph"
      :aria-expanded="byPhotograph"
      @mousedown.prevent
      @click="byPhotograph = !byPhotograph"
      >{{ byPhotograph ? 'Close the picture' : 'Read all pads by photograph' }}</BButton
    >
    <StripReader
      v-if="byPhotograph"
      :key="tube.testId"
      :pads="cards"
      @match="(pad, match) => $emit('match', pad, match, null)"
    />
  </template>
  <div :class="{ pads: cards.length > 1 }">
    <div v-for="c in cards" :key="c.pad">
      <h3 v-if="cards.length > 1" class="pad-name">{{ c.label }}</h3>
      <ColorReading
        :key="tube.testId"
        :card="c.card"
        :parameter="c.parameter"
        :own="tube.ownCards[c.pad] ?? null"
        :compact="cards.length > 1"
        :match="tube.matches[c.pad] ?? null"
        @match="(match, own) => $emit('match', c.pad, match, own)"
      />
    </div>
  </div>
</template>

<style scoped>
.by-photograph {
  min-height: 48px;
  margin-bottom: 0.6rem;
}
.pads {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(30rem, 100%), 1fr));
  gap: 0 1rem;
}
.pad-name {
  font-size: 1.05rem;
  margin: 0.9rem 0 -0.4rem;
}
</style>
