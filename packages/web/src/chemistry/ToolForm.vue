<script setup lang="ts">
import { midSentence } from '@hedge-lamp/core/parameters';
import { computed } from 'vue';
import { agoInWords } from '../clock/words';
import { useNow } from '../clock/use-now';
import type { FieldErrors } from '../shell/field-errors';
import ChoiceField from '../shell/ChoiceField.vue';
import {
  choiceIn,
  inSentence,
  isShown,
  leaveOutWords,
  optionsOf,
  pulledInto,
  unitIn,
  unitsOf,
} from './given';
import type { Tool, ToolField, Typed, TypedFields } from './tool';
import UnitField from './UnitField.vue';
import WaterPull from './WaterPull.vue';

/** The fields of a calculation, in their groups, each group with its own water to take readings from. */
const props = defineProps<{ tool: Tool; typed: TypedFields; errors: FieldErrors }>();
const emit = defineEmits<{
  set: [id: string, change: Partial<Typed>];
  setAll: [fields: Record<string, Partial<Typed>>];
}>();
const now = useNow(60_000);

const choice = computed(() => choiceIn(props.tool, props.typed));
const groups = computed(() => {
  const byName = new Map<string, ToolField[]>();
  for (const field of props.tool.fields) {
    if (!isShown(field, choice.value)) continue;
    byName.set(field.group ?? '', [...(byName.get(field.group ?? '') ?? []), field]);
  }
  const pullable = (fields: readonly ToolField[]) => fields.filter((f) => pulledInto(f, choice.value));
  const all = pullable([...byName.values()].flat());
  // One water for the whole calculation is asked for once, where its first reading goes.
  const firstWith = [...byName].find(([, fields]) => pullable(fields).length > 0)?.[0];
  const elsewhere = inSentence(props.tool);
  return [...byName].map(([name, fields]) => ({
    name,
    fields: fields.filter((f) => !elsewhere.has(f.id)),
    pulled: props.tool.waterPerGroup ? pullable(fields) : name === firstWith ? all : [],
  }));
});
/** What is typed in the sentence may still be taken from a water. */
const pulls = computed(() => groups.value.filter((g) => g.fields.length === 0 && g.pulled.length > 0));
const filled = computed(() => groups.value.filter((g) => g.fields.length > 0));
/** Words that would be cut off beside their label stand below it. */
const hasLongWords = (field: ToolField) => optionsOf(field, choice.value).some((o) => o.text.length > 24);
const wantedOf = (fields: readonly ToolField[]) =>
  fields.flatMap((f) => {
    const of = pulledInto(f, choice.value);
    return of ? [{ id: f.id, label: f.label, of }] : [];
  });
const text = (field: ToolField) => props.typed[field.id]?.text ?? '';
const unit = (field: ToolField) => unitIn(field, props.typed[field.id]?.unit ?? '', choice.value);
const hint = (field: ToolField) => {
  const takenAt = props.typed[field.id]?.takenAt ?? null;
  return takenAt === null ? field.hint : `Read ${agoInWords(takenAt, now.value)}.`;
};
</script>

<template>
  <form class="tool-form" novalidate @submit.prevent>
    <div v-if="pulls.length > 0" class="sheet pulls">
      <WaterPull
        v-for="group in pulls"
        :key="group.name"
        :wanted="wantedOf(group.pulled)"
        :from-source="group.pulled.some((f) => f.fromSource)"
        :what="group.name || tool.name"
        :label="group.name && midSentence(group.name)"
        @pulled="emit('setAll', $event)"
      />
    </div>
    <fieldset v-for="group in filled" :key="group.name" class="sheet">
      <legend v-if="group.name">{{ group.name }}</legend>
      <WaterPull
        v-if="group.pulled.length > 0"
        :wanted="wantedOf(group.pulled)"
        :from-source="group.pulled.some((f) => f.fromSource)"
        :what="(tool.waterPerGroup && group.name) || tool.name"
        @pulled="emit('setAll', $event)"
      />
      <div class="fields">
        <template v-for="field in group.fields" :key="field.id">
          <ChoiceField
            v-if="field.options"
            :model-value="choice(field.id)"
            :options="optionsOf(field, choice)"
            :label="field.label"
            :error="errors[field.id]"
            :hint="field.hint"
            :class="{ wide: hasLongWords(field) }"
            @update:model-value="emit('set', field.id, { text: String($event) })"
          />
          <UnitField
            v-else
            :text="text(field)"
            :unit="unit(field)"
            :units="unitsOf(field, choice)"
            :label="field.label"
            :leave-out="leaveOutWords(field)"
            :error="errors[field.id]"
            :hint="hint(field)"
            @update:text="emit('set', field.id, { text: $event })"
            @update:unit="emit('set', field.id, { unit: $event })"
          />
        </template>
      </div>
    </fieldset>
  </form>
</template>

<style scoped>
.pulls > :last-child {
  margin-bottom: 0;
}
.tool-form {
  display: grid;
  gap: 1rem;
  align-content: start;
}
fieldset {
  min-width: 0;
}
legend {
  float: left;
  width: 100%;
  font-size: 1.05rem;
  font-weight: 650;
  margin-bottom: 0.5rem;
}
legend + * {
  clear: both;
}
@media (min-width: 768px) {
  /* The label beside its field: a long form stays in sight of its answer. */
  .fields :deep(.field) {
    display: grid;
    grid-template-columns: 9.5rem minmax(0, 1fr);
    column-gap: 0.75rem;
    align-items: center;
    margin-bottom: 0.6rem;
  }
  .fields :deep(.form-label) {
    margin: 0;
  }
  .fields :deep(.field.wide) {
    grid-template-columns: minmax(0, 1fr);
  }
  .fields :deep(.error),
  .fields :deep(.hint) {
    grid-column: 2;
  }
}
</style>
