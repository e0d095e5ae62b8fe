<script setup lang="ts">
import {
  type Card,
  type CardCurve,
  type CardMatch,
  type Viewing,
  pathOnCard,
  pointAt,
  screenColor,
  tubeLab,
  valueAt,
  viewingInfo,
} from '@hedge-lamp/core/color';
import { computed, useId } from 'vue';
import { placesOf, roughly } from './booth-words';

/**
 * Two swatches with the tube between them, as it would look: a slider that blends along the card's colors, and a low
 * and a high handle for "somewhere between".
 */
const props = defineProps<{ card: Card; curve: CardCurve; match: CardMatch; viewing: Viewing }>();
const emit = defineEmits<{ match: [match: CardMatch] }>();
const name = useId();

const places = computed(() => placesOf(props.card, props.match)!);
/** The part of the card that is shown: whole steps around the handles. */
const ends = computed(() => {
  const { low, best, high } = places.value;
  const top = props.curve.top;
  const from = Math.max(
    0,
    Math.min(Math.floor(low), best % 1 === 0 && best > 0 ? best - 1 : Math.floor(best)),
  );
  return { from, to: Math.min(top, Math.max(Math.ceil(high), from + 1)) };
});
const path = computed(() => pathOnCard(props.card, props.viewing));
const tube = computed(() => screenColor(tubeLab(props.card, props.curve, places.value.best, path.value)));
const colorAt = (position: number) => screenColor(pointAt(props.curve, position).lab);
const sides = computed(() =>
  [ends.value.from, ends.value.to].map((k) => ({ value: props.card.values[k]!, color: colorAt(k) })),
);
const percent = (position: number) =>
  `${((100 * (position - ends.value.from)) / (ends.value.to - ends.value.from)).toFixed(2)}%`;
const gradient = computed(() => {
  const { from, to } = ends.value;
  const stops = Array.from({ length: 17 }, (_, k) => from + ((to - from) * k) / 16);
  return `linear-gradient(90deg, ${stops.map((p) => `${colorAt(p)} ${percent(p)}`).join(', ')})`;
});
const words = (position: number) =>
  `${roughly(valueAt(props.card, position))} ${props.card.unit === 'pH' ? '' : props.card.unit}`.trim();

const handles = [
  { key: 'low', label: 'Not below' },
  { key: 'best', label: 'Best guess' },
  { key: 'high', label: 'Not above' },
] as const;
function move(key: 'low' | 'best' | 'high', typed: string): void {
  const to = Number(typed);
  const { low, best, high } = places.value;
  const moved = { low, best, high, [key]: to };
  emit('match', {
    found: 'span',
    low: Math.min(moved.low, moved.best, key === 'high' ? to : Infinity),
    best: key === 'low' ? Math.max(best, to) : key === 'high' ? Math.min(best, to) : to,
    high: Math.max(moved.high, moved.best, key === 'low' ? to : -Infinity),
  });
}
const column = computed(() => viewingInfo[props.viewing].throughColumn);
const blank = computed(() => viewingInfo[props.viewing].withBlank);
</script>

<template>
  <div class="pair">
    <div class="window" :class="viewing">
      <figure class="side">
        <span class="color" :style="{ background: sides[0]!.color }" />
        <figcaption class="figure-mono">{{ sides[0]!.value }}</figcaption>
      </figure>
      <div class="held" aria-hidden="true">
        <span v-if="blank" class="glass" :class="{ round: column }"
          ><span class="water" :style="{ background: colorAt(Math.round(places.best)) }" /><small
            >blank over the card</small
          ></span
        >
        <span class="glass" :class="{ round: column }"
          ><span class="water" :style="{ background: tube }" /><small>{{
            column ? 'the tube, from above' : 'the tube'
          }}</small></span
        >
      </div>
      <figure class="side">
        <span class="color" :style="{ background: sides[1]!.color }" />
        <figcaption class="figure-mono">{{ sides[1]!.value }}</figcaption>
      </figure>
    </div>
    <div class="track" role="group" :aria-label="`How it lies between, ${card.unit}`">
      <div class="colors" :style="{ background: gradient }" aria-hidden="true">
        <span class="needle" :style="{ left: percent(places.best) }" />
        <span
          class="range"
          :style="{ left: percent(places.low), right: `calc(100% - ${percent(places.high)})` }"
        />
      </div>
      <div v-for="h in handles" :key="h.key" class="handle" :class="h.key">
        <label :for="`${name}-${h.key}`"
          >{{ h.label }} <strong class="figure-mono">{{ words(places[h.key]) }}</strong></label
        >
        <input
          :id="`${name}-${h.key}`"
          type="range"
          :min="ends.from"
          :max="ends.to"
          step="0.0625"
          :value="places[h.key]"
          :aria-valuetext="words(places[h.key])"
          @input="move(h.key, ($event.target as HTMLInputElement).value)"
        />
      </div>
    </div>
  </div>
</template>

<style scoped>
.pair {
  margin-top: 0.5rem;
  background: #b9b9b9;
}
/* The swatches stand on neutral gray, the tube on white, as it is held. */
.window {
  display: flex;
  align-items: stretch;
  gap: 0.75rem;
}
.side {
  flex: 1 1 0;
  margin: 0;
  text-align: center;
}
.side .color {
  display: block;
  height: 5.4rem;
}
.held {
  flex: 1.4 1 0;
  display: flex;
  justify-content: center;
  gap: 1rem;
  background: #fff;
  padding: 0.3rem;
}
.glass {
  display: grid;
  justify-items: center;
  align-content: end;
  min-width: 4rem;
}
.glass small {
  color: #4d4d4d;
  line-height: 1.1;
  text-align: center;
}
.water {
  width: 2.5rem;
  height: 3.6rem;
  border: 2px solid #8b8b8b;
  border-top: 0;
  border-radius: 0 0 1.5rem 1.5rem;
}
.round .water {
  width: 3.6rem;
  height: 3.6rem;
  border: 3px solid #8b8b8b;
  border-radius: 50%;
}
.off-white .water {
  box-shadow: 9px 7px 7px #cfcfcf;
}
.wheel .held {
  background: #e9e9e9;
}
.wheel .water {
  border-radius: 0;
  border-block: 0;
}
.track {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 0 1rem;
  background: #fff;
  padding: 0.7rem 1rem 0;
  margin-top: 0.5rem;
}
.colors {
  grid-column: 1 / -1;
  position: relative;
  height: 1.1rem;
  margin-bottom: 0.3rem;
}
.range {
  position: absolute;
  top: -0.45rem;
  height: 0.45rem;
  border: 3px solid #161616;
  border-bottom: 0;
}
.needle {
  position: absolute;
  top: -0.2rem;
  height: 1.5rem;
  border-left: 4px solid #161616;
  outline: 1px solid #fff;
  transform: translateX(-2px);
}
.handle label {
  display: block;
  font-size: 0.95rem;
}
.handle input {
  width: 100%;
  height: 44px;
  accent-color: #161616;
}
@media (max-width: 767px) {
  .track {
    grid-template-columns: 1fr;
  }
  .handle.best {
    order: -1;
  }
  .colors {
    order: -2;
  }
  .side .color {
    height: 5.5rem;
  }
  .held {
    padding: 0.25rem;
    gap: 0.4rem;
  }
  .water {
    width: 2.4rem;
    height: 4.2rem;
  }
  .round .water {
    width: 3.6rem;
    height: 3.6rem;
  }
}
</style>
