<script setup lang="ts">
import { type Shape, type VolumeFrom, VolumeFromSchema, netVolume } from '@hedge-lamp/core/waters';
import { FieldError, convert, formatBest, parseFigure, point } from '@hedge-lamp/core/quantity';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, reactive, ref } from 'vue';
import { errorsOf } from '../shell/field-errors';
import TextField from '../shell/TextField.vue';
import ChoiceField from '../shell/ChoiceField.vue';

/** Works a net volume out from measurements of the vessel, less gravel and decor. */
const props = defineProps<{ from: VolumeFrom | null; unit: string }>();
const emit = defineEmits<{ use: [from: VolumeFrom, liters: number] }>();

const lengthUnits = { cm: 1, in: 2.54 } as const;
const lengthOptions = [
  { value: 'cm', text: 'cm' },
  { value: 'in', text: 'in' },
] as const;
const lengthUnit = ref<keyof typeof lengthUnits>('cm');
const shapes: { value: Shape['shape']; text: string; sides: Record<string, string> }[] = [
  {
    value: 'box',
    text: 'Box',
    sides: { length: 'Length inside', width: 'Width inside', depth: 'Depth of water' },
  },
  {
    value: 'cylinder',
    text: 'Upright cylinder',
    sides: { diameter: 'Diameter inside', depth: 'Depth of water' },
  },
  {
    value: 'quarter-round',
    text: 'Quarter round (corner)',
    sides: { radius: 'Straight side', depth: 'Depth of water' },
  },
  {
    value: 'oval',
    text: 'Oval',
    sides: { length: 'Longest way', width: 'Widest way', depth: 'Mean depth of water' },
  },
];
const shape = ref<Shape['shape']>(props.from?.vessel.shape ?? 'box');
const typed = reactive<Record<string, string>>({});
for (const [side, value] of Object.entries(props.from?.vessel ?? {}))
  if (typeof value === 'number') typed[side] = String(value);
typed.substrateDepth = String(props.from?.substrateDepth ?? 0);
typed.decorLiters = String(props.from?.decorLiters ?? 0);

const sides = computed(() => shapes.find((s) => s.value === shape.value)!.sides);

const result = computed(() => {
  const errors: Record<string, string> = {};
  const read = (field: string, factor: number) => {
    try {
      return parseFigure(typed[field] ?? '', field).value * factor;
    } catch (error) {
      if (!(error instanceof FieldError)) throw error;
      // An empty side is not wrong yet, only unfinished.
      if ((typed[field] ?? '') !== '') errors[field] = error.message;
      return NaN;
    }
  };
  const factor = lengthUnits[lengthUnit.value];
  const vessel = Object.fromEntries(Object.keys(sides.value).map((side) => [side, read(side, factor)]));
  const candidate = {
    vessel: { shape: shape.value, ...vessel },
    substrateDepth: read('substrateDepth', factor),
    decorLiters: read('decorLiters', 1),
  };
  const unfinished = Object.values({ ...vessel, a: candidate.substrateDepth, b: candidate.decorLiters }).some(
    Number.isNaN,
  );
  if (unfinished) return { errors, from: null };
  const parsed = VolumeFromSchema.safeParse(candidate);
  if (parsed.success) return { errors, from: parsed.data };
  const refused = errorsOf(parsed.error);
  for (const [path, message] of Object.entries(refused)) errors[path.replace('vessel.', '')] = message;
  return { errors, from: null };
});
const volume = computed(() => result.value.from && netVolume(result.value.from));
const shown = (liters: number) =>
  `${formatBest(point(Number(convert(liters, 'volume', 'L', props.unit).toPrecision(3))))} ${props.unit}`;
</script>

<template>
  <fieldset class="calculator">
    <legend class="fs-6 fw-bold">From measurements</legend>
    <div class="row-of-fields">
      <ChoiceField v-model="shape" :options="shapes" label="Shape" />
      <ChoiceField v-model="lengthUnit" :options="lengthOptions" label="Lengths in" />
    </div>
    <div class="row-of-fields">
      <TextField
        v-for="(label, side) in sides"
        :key="side"
        v-model="typed[side]"
        inputmode="decimal"
        :label="`${label}, ${lengthUnit}`"
        :error="result.errors[side]"
      />
    </div>
    <div class="row-of-fields">
      <TextField
        v-model="typed.substrateDepth"
        inputmode="decimal"
        :label="`Gravel or soil, mean depth, ${lengthUnit}`"
        :error="result.errors.substrateDepth"
        hint="Six tenths of it count as solid."
      />
      <TextField
        v-model="typed.decorLiters"
        inputmode="decimal"
        label="Stones, wood, gear, L"
        :error="result.errors.decorLiters"
      />
    </div>
    <p role="status" class="result">
      <template v-if="volume">
        {{ shown(volume.grossLiters) }} less {{ shown(volume.displacedLiters) }} displaced is
        <strong class="figure-mono">{{ shown(volume.netLiters) }}</strong> of water.
      </template>
      <span v-else class="quiet">Fill in the measurements to see the volume.</span>
    </p>
    <BButton
      variant="outline-primary"
      :disabled="!volume || volume.netLiters <= 0"
      @click="result.from && volume && emit('use', result.from, volume.netLiters)"
    >
      Use this volume
    </BButton>
  </fieldset>
</template>

<style scoped>
.calculator {
  border-left: 4px solid var(--hl-amber);
  padding-left: 1rem;
  margin-bottom: 1rem;
}
.row-of-fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(9rem, 1fr));
  gap: 0 1rem;
}
</style>
