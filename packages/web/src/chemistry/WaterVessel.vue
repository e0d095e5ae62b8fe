<script setup lang="ts">
import { computed } from 'vue';

/** A vessel of which a part is new: filled by hand, or by the blank it belongs to. */
const props = defineProps<{
  /** Share that is new, 0 to 1; null where none is typed. */
  share: number | null;
  /** The whole volume and its unit; null where it is not known. */
  volume: { readonly value: number; readonly unit: string } | null;
  /** True where a range was typed: it is filled to the middle, and says so. */
  rough: boolean;
  label: string;
}>();
const emit = defineEmits<{ fill: [percent: number] }>();
const percent = computed(() => Math.round((props.share ?? 0) * 100));
const amount = (share: number) =>
  (props.rough ? 'about ' : '') +
  (props.volume
    ? `${Number((props.volume.value * share).toPrecision(3))} ${props.volume.unit}`
    : `${Math.round(share * 100)} %`);
/** Within the walls, from the brim down. */
const [brim, ground] = [6, 146];
const line = computed(() => brim + (ground - brim) * (props.share ?? 0));
function slide(event: Event): void {
  if (event.target instanceof HTMLInputElement) emit('fill', Number(event.target.value));
}
</script>

<template>
  <div class="vessel">
    <svg viewBox="0 0 200 156" aria-hidden="true" focusable="false">
      <clipPath id="vessel-walls"><path d="M14 6H186L172 136q-1 10-12 10H40q-11 0-12-10Z" /></clipPath>
      <g clip-path="url(#vessel-walls)">
        <rect width="200" height="156" class="stays" />
        <rect v-if="share !== null" width="200" :height="line" class="new" />
        <path v-if="share !== null" :d="`M0 ${line}H200`" class="edge" />
      </g>
      <path d="M12 6L28 136q1 12 12 12H160q11 0 12-12L188 6" class="walls" />
      <template v-if="share !== null">
        <text v-if="share >= 0.14" x="100" :y="(brim + line) / 2 + 6" class="says">
          {{ amount(share) }} new
        </text>
        <text v-if="share <= 0.86" x="100" :y="(line + ground) / 2 + 6" class="says">
          {{ amount(1 - share) }} stays
        </text>
      </template>
    </svg>
    <input
      type="range"
      min="0"
      max="100"
      step="1"
      :value="percent"
      :aria-label="`${label}, as a slider`"
      :aria-valuetext="share === null ? 'not typed yet' : `${percent} %: ${amount(share)} new`"
      @input="slide"
    />
  </div>
</template>

<style scoped>
.vessel {
  max-width: 13rem;
  margin: 0 auto 0.5rem;
}
svg {
  display: block;
  width: 100%;
}
.stays {
  fill: var(--hl-dusk);
}
.new {
  fill: var(--hl-pool);
}
.edge {
  stroke: var(--bs-body-color);
  stroke-width: 1.6;
}
.walls {
  fill: none;
  stroke: var(--bs-body-color);
  stroke-width: 3;
}
.says {
  fill: var(--bs-body-color);
  font-weight: 650;
  font-size: 15px;
  text-anchor: middle;
}
input {
  width: 100%;
  min-height: 44px;
  accent-color: var(--bs-body-color);
}
@media (max-width: 767px) {
  svg {
    display: none;
  }
}
</style>
