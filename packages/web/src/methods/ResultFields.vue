<script setup lang="ts">
import { unitsOf } from '@hedge-lamp/core/quantity';
import { measuredIds, parameterInfo } from '@hedge-lamp/core/parameters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed } from 'vue';
import ChoiceField from '../shell/ChoiceField.vue';
import TextField from '../shell/TextField.vue';
import CardFields from './CardFields.vue';
import type { MethodForm } from './method-form';

/** How the result is read, in the editor. */
const props = defineProps<{ errorAt: (path: string) => string | undefined }>();
const form = defineModel<MethodForm>({ required: true });

const ways = [
  { value: 'card', text: 'A color card' },
  { value: 'wheel', text: 'A wheel or comparator with a blank' },
  { value: 'titration', text: 'Counting drops to the turn' },
  { value: 'strip', text: 'The pads of a strip' },
  { value: 'meter', text: 'A meter' },
  { value: 'column', text: 'The height of a column' },
  { value: 'answer', text: 'Seen or not seen' },
] as const;
const unitOptions = computed(() =>
  unitsOf(parameterInfo(form.value.parameter).kind).map((u) => ({ value: u.id, text: u.id })),
);
const kinds = measuredIds().map((value) => ({ value, text: parameterInfo(value).label }));
const scaleError = computed(
  () =>
    props.errorAt('result.scale') ??
    Array.from({ length: 40 }, (_, k) => props.errorAt(`result.scale.${k}`)).find(Boolean),
);
const cardError = (path: string) => (field: string) =>
  props.errorAt(`${path}.${field}`) ??
  (field === 'values'
    ? Array.from({ length: 20 }, (_, k) => props.errorAt(`${path}.values.${k}`)).find(Boolean)
    : undefined);
</script>

<template>
  <section class="sheet">
    <h2>How it is read</h2>
    <div class="field-pair">
      <ChoiceField v-model="form.by" :options="ways" label="Read by" />
      <TextField
        v-model="form.develops"
        inputmode="numeric"
        label="The color needs, seconds"
        hint="After the last reagent; 0 when it is there at once."
        :error="errorAt('developsSeconds')"
      />
    </div>
    <CardFields
      v-if="form.by === 'card' || form.by === 'wheel'"
      v-model="form.card"
      :parameter="form.parameter"
      :error-at="cardError('result.card')"
    />
    <template v-else-if="form.by === 'strip'">
      <div v-for="(pad, k) in form.pads" :key="k" class="pad">
        <ChoiceField v-model="pad.parameter" :options="kinds" :label="`Pad ${k + 1}`" />
        <CardFields
          v-model="pad.card"
          :parameter="pad.parameter"
          :error-at="cardError(`result.pads.${k}.card`)"
        />
        <BButton variant="link" @click="form.pads.splice(k, 1)">Take this pad out</BButton>
      </div>
      <BButton
        v-if="form.pads.length < 12"
        variant="outline-primary"
        @click="
          form.pads.push({
            parameter: 'ph',
            card: { ...form.card, id: `pad-${form.pads.length + 1}`, open: false },
          })
        "
        >Add a pad</BButton
      >
    </template>
    <div v-else-if="form.by !== 'answer'" class="field-pair">
      <TextField
        v-if="form.by === 'titration'"
        v-model="form.perDrop"
        inputmode="decimal"
        label="One drop is worth"
        :error="errorAt('result.perDrop')"
      />
      <TextField
        v-if="form.by === 'meter'"
        v-model="form.accuracy"
        inputmode="decimal"
        label="Off by at most, each way"
        :error="errorAt('result.accuracy')"
      />
      <ChoiceField
        v-model="form.unit"
        :options="unitOptions"
        label="Unit, with its basis"
        :error="errorAt('result.unit')"
      />
      <TextField
        v-if="form.by === 'column'"
        v-model="form.scale"
        type="note"
        label="Scale: millimeters and value, a pair in each line"
        hint="The tallest column first"
        :error="scaleError"
      />
    </div>
  </section>
</template>

<style scoped>
.pad {
  padding-bottom: 0.6rem;
  margin-bottom: 0.8rem;
  border-bottom: 1px solid var(--hl-line);
}
</style>
