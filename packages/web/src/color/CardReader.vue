<script setup lang="ts">
import { type Card, type CardMatch, cardColor } from '@hedge-lamp/core/color';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BFormInput } from 'bootstrap-vue-next/components/BFormInput';
import { computed, useId } from 'vue';

/**
 * Reading a card: the swatch that the tube looks like, or the gap between two that it lies in, with a best
 * guess there. The surround is neutral gray and white whatever the theme.
 */
const props = defineProps<{ card: Card; match: CardMatch | null; compact?: boolean }>();
const emit = defineEmits<{ match: [match: CardMatch | null] }>();
const name = useId();

const swatches = computed(() =>
  props.card.values.map((value) => ({ value, color: cardColor(props.card, value) })),
);
const between = computed(() => (props.match?.found === 'between' ? props.match : null));
const bracket = computed(() => {
  if (!between.value) return null;
  const { below, share } = between.value;
  const [low, high] = [props.card.values[below]!, props.card.values[below + 1]!];
  const value = low + share * (high - low);
  return { low, high, value, color: cardColor(props.card, value) };
});
/** Two figures are as much as an eye can tell. */
const guess = computed(() => (bracket.value ? String(Number(bracket.value.value.toPrecision(2))) : ''));

/** An end of an open card: that or beyond. */
const isEnd = computed(() => {
  const { match, card } = props;
  if (match?.found === 'at') return match.swatch === 0 || match.swatch === card.values.length - 1;
  return match?.found === 'past-top' || match?.found === 'below-bottom';
});
const isAt = (k: number) => props.match?.found === 'at' && props.match.swatch === k;
const isBetween = (k: number) => between.value?.below === k;
</script>

<template>
  <div class="booth" :class="{ compact }" role="group" :aria-label="`Card: ${card.name}, in ${card.unit}`">
    <p v-if="card.unit !== 'pH'" class="unit" aria-hidden="true">The card is in {{ card.unit }}</p>
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

    <div v-if="bracket && between" class="guess">
      <span class="chip" :style="{ background: bracket.color }" />
      <div class="guess-words">
        <label :for="`${name}-share`">
          Between {{ bracket.low }} and {{ bracket.high }}; best guess
          <strong class="figure-mono">{{ guess }} {{ card.unit }}</strong>
        </label>
        <BFormInput
          :id="`${name}-share`"
          type="range"
          min="0"
          max="1"
          step="0.05"
          :model-value="String(between.share)"
          :aria-valuetext="`${guess} ${card.unit}`"
          @update:model-value="
            emit('match', { found: 'between', below: between.below, share: Number($event) })
          "
        />
      </div>
    </div>
    <div class="beyond">
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
/* Neutral gray and white on purpose, in both themes: the surround changes what the eye sees. */
.booth {
  margin-top: 0.75rem;
  padding: 0.75rem;
  background: #b9b9b9;
  color: #161616;
  border-radius: 4px;
}
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
.guess {
  display: flex;
  gap: 1rem;
  align-items: center;
  margin-top: 0.6rem;
  background: #fff;
  padding: 0.35rem 0.75rem;
}
.chip {
  width: 4.5rem;
  height: 4rem;
  flex: none;
}
.guess-words {
  flex: 1;
}
.booth :deep(.form-range) {
  --bs-primary: #161616;
  height: 44px;
}
.booth :deep(.form-range::-webkit-slider-thumb) {
  background: #161616;
  width: 1.75rem;
  height: 1.75rem;
  margin-top: -0.65rem;
}
.booth :deep(.form-range::-webkit-slider-runnable-track) {
  background: #8b8b8b;
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
