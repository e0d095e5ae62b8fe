<script setup lang="ts">
import {
  type Card,
  type CardMatch,
  type Viewing,
  curveOf,
  screenColor,
  swatchPoints,
  viewingInfo,
} from '@hedge-lamp/core/color';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, useId } from 'vue';
import { useSettings } from '../settings/settings-store';
import { confusedOn, eyeSpan, flatWords, heldOtherwise, placesOf } from './booth-words';
import BoothPair from './BoothPair.vue';

/**
 * Reading a card: the swatch that the tube looks like, or the gap between two that it lies in; then the two beside
 * each other, with the tube drawn between them. The surround is neutral gray and white whatever the theme.
 */
const props = defineProps<{
  card: Card;
  match: CardMatch | null;
  /** How the tube is held against it. */
  viewing: Viewing;
  /** True where too much of it harms. */
  harmsAbove?: boolean;
  compact?: boolean;
}>();
const emit = defineEmits<{ match: [match: CardMatch | null] }>();
const name = useId();
const settings = useSettings();

const curve = computed(() => curveOf(props.card));
const swatches = computed(() =>
  swatchPoints(curve.value).map((p, k) => ({ value: props.card.values[k]!, color: screenColor(p.lab) })),
);
const remarks = computed(() =>
  [
    heldOtherwise(props.card, curve.value, props.viewing),
    flatWords(props.card, curve.value),
    confusedOn(props.card, curve.value, settings.vision),
  ].filter((r) => r !== null),
);
/** Something between the ends of the card: the pair is shown. */
const placed = computed(() =>
  props.match && ['at', 'between', 'span'].includes(props.match.found) ? props.match : null,
);

/** Two swatches between which it lies, where more of it harms: the higher may be taken for the figure. */
const upper = computed(() => {
  const { match, card } = props;
  if (!props.harmsAbove || !match || (match.found !== 'between' && match.found !== 'span')) return null;
  const place = match.found === 'between' ? match.below + match.share : match.best;
  const above = Math.ceil(place);
  const isTaken = place === above;
  return isTaken || above >= card.values.length ? null : { below: above - 1, above };
});

/** An end of an open card: that or beyond. */
const isEnd = computed(() => {
  const { match, card } = props;
  if (match?.found === 'at') return match.swatch === 0 || match.swatch === card.values.length - 1;
  return match?.found === 'past-top' || match?.found === 'below-bottom';
});
const isAt = (k: number) => props.match?.found === 'at' && props.match.swatch === k;
const isBetween = (k: number) => {
  const { match } = props;
  if (match?.found === 'between') return match.below === k;
  return match?.found === 'span' && match.best > k && match.best < k + 1;
};
</script>

<template>
  <div
    class="reader"
    :class="{ compact, placed: placed && !compact }"
    role="group"
    :aria-label="`Card: ${card.name}, in ${card.unit}`"
  >
    <p v-if="card.unit !== 'pH' || !compact" class="unit">
      <span v-if="card.unit !== 'pH'" aria-hidden="true">The card is in {{ card.unit }}. </span>
      <template v-if="!compact">{{ viewingInfo[viewing].how }} {{ viewingInfo[viewing].mind }}</template>
    </p>
    <div class="card-strip" role="radiogroup" :aria-label="`Which color, ${card.unit}`">
      <template v-for="(s, k) in swatches" :key="s.value">
        <label class="swatch" :class="{ chosen: isAt(k) }">
          <input
            type="radio"
            :name="name"
            class="visually-hidden"
            :checked="isAt(k)"
            @change="emit('match', { found: 'at', swatch: k })"
          />
          <span class="color" :style="{ background: s.color }" />
          <span class="value figure-mono">{{ s.value }}</span>
          <span class="visually-hidden">{{ card.unit }}, like this swatch</span>
        </label>
        <label v-if="k < swatches.length - 1" class="gap" :class="{ chosen: isBetween(k) }">
          <input
            type="radio"
            :name="name"
            class="visually-hidden"
            :checked="isBetween(k)"
            @change="emit('match', { found: 'between', below: k, share: 0.5 })"
          />
          <span class="notch" aria-hidden="true">{{ compact ? 'or' : 'or between' }}</span>
          <span class="visually-hidden"
            >between {{ s.value }} and {{ swatches[k + 1]!.value }} {{ card.unit }}</span
          >
        </label>
      </template>
    </div>

    <BoothPair
      v-if="placed && !compact"
      :card="card"
      :curve="curve"
      :match="placed"
      :viewing="viewing"
      @match="emit('match', $event)"
    />
    <div class="beyond">
      <BButton
        v-if="upper"
        variant="light"
        @mousedown.prevent
        @click="emit('match', { found: 'span', low: upper.below, best: upper.above, high: upper.above })"
      >
        The higher of the two, to be safe: {{ card.values[upper.above] }}
      </BButton>
      <BButton
        v-if="placed && !compact"
        variant="light"
        @mousedown.prevent
        @click="emit('match', eyeSpan(curve, placesOf(card, placed)!.best))"
      >
        As close as an eye can tell here
      </BButton>
      <BButton
        v-if="card.open"
        variant="light"
        :class="{ chosen: match?.found === 'below-bottom' }"
        :aria-pressed="match?.found === 'below-bottom'"
        @mousedown.prevent
        @click="emit('match', { found: 'below-bottom' })"
      >
        Beyond the first: below {{ card.values[0] }}
      </BButton>
      <BButton
        variant="light"
        :class="{ chosen: match?.found === 'past-top' }"
        :aria-pressed="match?.found === 'past-top'"
        @mousedown.prevent
        @click="emit('match', { found: 'past-top' })"
      >
        {{ card.open ? 'Beyond the last: above' : 'Past the top: stronger than' }} {{ card.values.at(-1) }}
      </BButton>
      <BButton
        variant="light"
        :class="{ chosen: match?.found === 'not-on-card' }"
        :aria-pressed="match?.found === 'not-on-card'"
        @mousedown.prevent
        @click="emit('match', { found: 'not-on-card' })"
      >
        Not a color of this card
      </BButton>
    </div>
    <template v-if="!compact">
      <p v-for="r in remarks" :key="r" class="advice">{{ r }}</p>
    </template>
    <p v-if="card.open && isEnd" class="advice">
      An end of this card means that or beyond; the other range would tell more.
    </p>
    <p v-else-if="match?.found === 'past-top'" class="advice">
      The card ends here: the reading is kept as “over {{ card.values.at(-1) }}”. To know more, dilute 1 mL of
      the water with 9 mL of distilled water and test that.
    </p>
    <p v-if="match?.found === 'not-on-card'" class="advice">
      Kept without a value. It may be the wrong card, colored light, or a sample so strong that its color
      bleached: dilute with distilled water and test again.
    </p>
  </div>
</template>

<style scoped>
.unit {
  margin: 0 0 0.4rem;
}
.card-strip {
  display: flex;
  background: #fff;
  padding: 0.9rem 0.9rem 0.4rem;
}
.swatch {
  position: relative;
  flex: 3 1 0;
  display: grid;
  justify-items: center;
  cursor: pointer;
}
.color {
  width: 100%;
  height: 5.5rem;
}
.value {
  margin-top: 0.3rem;
  padding: 0 0.4rem;
  border-bottom: 4px solid transparent;
  font-size: 1.1rem;
}
.gap {
  position: relative;
  flex: 2 1 0;
  min-width: 44px;
  display: grid;
  place-items: center;
  height: 5.5rem;
  cursor: pointer;
}
.notch {
  font-size: 0.75rem;
  line-height: 1.1;
  text-align: center;
  color: #4d4d4d;
  padding: 0.5rem 0.1rem;
  border-block: 2px solid #bdbdbd;
  width: 80%;
}
.swatch.chosen .color {
  outline: 4px solid #161616;
  outline-offset: 3px;
}
.swatch.chosen .value {
  border-color: #161616;
  font-weight: 700;
}
.gap.chosen .notch {
  background: #161616;
  color: #fff;
  border-color: #161616;
}
.swatch:focus-within .color,
.gap:focus-within .notch {
  box-shadow: 0 0 0 3px #161616;
  outline: 3px solid #fff;
}
.beyond {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  margin-top: 0.8rem;
}
.beyond .btn {
  min-height: 56px;
  background: #fff;
  color: #161616;
  border-color: #6b6b6b;
}
.beyond .btn.chosen {
  background: #161616;
  color: #fff;
}
.advice {
  margin: 0.75rem 0 0;
}
.compact .color,
.compact .gap {
  height: 3.4rem;
}
.compact .card-strip {
  padding: 0.6rem 0.6rem 0.2rem;
}
.placed .color,
.placed .gap {
  height: 3.4rem;
}
.placed .card-strip {
  padding-block: 0.6rem 0.2rem;
}
.compact .beyond {
  margin-top: 0.5rem;
}
.compact .beyond .btn {
  min-height: 44px;
  padding: 0.2rem 0.7rem;
}
@media (max-width: 767px) {
  .card-strip {
    flex-direction: column;
    padding: 0.6rem;
  }
  .swatch {
    flex: none;
    display: flex;
    align-items: center;
    gap: 0.75rem;
  }
  .color {
    height: 52px;
    flex: 1;
  }
  .value {
    width: 4rem;
    margin: 0;
  }
  .gap {
    flex: none;
    height: 44px;
    justify-items: start;
  }
  .notch {
    width: auto;
    padding: 0.2rem 0.75rem;
  }
}
</style>
