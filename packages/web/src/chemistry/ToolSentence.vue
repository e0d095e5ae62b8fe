<script setup lang="ts">
import { midSentence } from '@hedge-lamp/core/parameters';
import { computed, useId } from 'vue';
import type { FieldErrors } from '../shell/field-errors';
import { agoInWords } from '../clock/words';
import { useNow } from '../clock/use-now';
import { choiceIn, leaveOutWords, optionsOf, unitIn, unitsOf } from './given';
import type { SentencePart, Tool, ToolField, Typed, TypedFields } from './tool';

/** A calculation as a sentence with blanks: what is typed into them is what would be said. */
const props = defineProps<{
  tool: Tool;
  sentence: readonly SentencePart[];
  typed: TypedFields;
  errors: FieldErrors;
}>();
const emit = defineEmits<{ set: [id: string, change: Partial<Typed>] }>();
const now = useNow(60_000);
const id = useId();

const choice = computed(() => choiceIn(props.tool, props.typed));
const text = (field: ToolField) => props.typed[field.id]?.text ?? '';
const unit = (field: ToolField) => unitIn(field, props.typed[field.id]?.unit ?? '', choice.value);
/** A comma or a point stays with the blank before it, wherever the line breaks. */
const stop = /^[.,]/;
const parts = computed(() =>
  props.sentence.map((part, k) => {
    if (typeof part === 'string') return { field: null, says: k === 0 ? part : part.replace(stop, '') };
    const next = props.sentence[k + 1];
    return {
      field: props.tool.fields.find((f) => f.id === part.field)!,
      // Two blanks with no word between them are two.
      says: typeof next === 'string' ? (stop.exec(next)?.[0] ?? '') : next ? ' ' : '',
    };
  }),
);
/** What belongs to a blank stands below the sentence, with the blank's name. */
const beside = computed(() =>
  parts.value.flatMap(({ field }) => {
    if (!field) return [];
    const takenAt = props.typed[field.id]?.takenAt ?? null;
    const error = props.errors[field.id];
    const hint = takenAt === null ? field.hint : `Read ${agoInWords(takenAt, now.value)}.`;
    return [
      ...(error ? [{ key: `${field.id}-error`, label: field.label, says: error, wrong: true }] : []),
      ...(hint ? [{ key: `${field.id}-hint`, label: field.label, says: hint, wrong: false }] : []),
    ];
  }),
);
const mayStayEmpty = computed(() =>
  parts.value.flatMap(({ field }) =>
    field?.optional && text(field).trim() === '' ? [midSentence(field.label)] : [],
  ),
);
const describedBy = (field: ToolField) =>
  beside.value
    .filter((b) => b.key.startsWith(`${field.id}-`))
    .map((b) => `${id}-${b.key}`)
    .join(' ') || undefined;
const named = (field: ToolField) => `${field.label}${leaveOutWords(field)}`;
const value = (event: Event) =>
  event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement
    ? event.target.value
    : '';
</script>

<template>
  <div class="said" role="group" :aria-label="tool.name">
    <div class="sentence">
      <template v-for="({ says, field }, k) in parts" :key="k">
        <template v-if="!field">{{ says }}</template>
        <span v-else class="held"
          ><span v-if="field.options" class="blank">
            <select
              :aria-label="field.label"
              :value="choice(field.id)"
              @change="emit('set', field.id, { text: value($event) })"
            >
              <option v-for="o in optionsOf(field, choice)" :key="o.value" :value="o.value">
                {{ o.text }}
              </option>
            </select>
          </span>
          <span v-else class="blank" :class="{ wrong: errors[field.id] }">
            <input
              type="text"
              autocomplete="off"
              :maxlength="40"
              :aria-label="named(field)"
              :aria-invalid="errors[field.id] ? 'true' : undefined"
              :aria-describedby="describedBy(field)"
              :style="{ width: `${Math.min(Math.max(text(field).length, 2), 14) + 1.6}ch` }"
              :value="text(field)"
              @input="emit('set', field.id, { text: value($event) })"
            />
            <select
              v-if="unitsOf(field, choice).length > 1"
              :aria-label="`Unit of ${field.label}`"
              :value="unit(field)"
              @change="emit('set', field.id, { unit: value($event) })"
            >
              <option v-for="u in unitsOf(field, choice)" :key="u" :value="u">{{ u }}</option>
            </select>
            <span v-else-if="unit(field) && unit(field) !== 'pH'" class="unit">{{ unit(field) }}</span> </span
          >{{ says }}</span
        >
      </template>
    </div>
    <p v-for="b in beside" :id="`${id}-${b.key}`" :key="b.key" :class="b.wrong ? 'error' : 'quiet'">
      {{ b.label }}: <span>{{ b.says }}</span>
    </p>
    <p v-if="mayStayEmpty.length > 0" class="quiet">May stay empty: {{ mayStayEmpty.join(', ') }}.</p>
  </div>
</template>

<style scoped>
.said {
  margin-bottom: 1rem;
}
.sentence {
  max-width: 34em;
  font-weight: 500;
  font-size: 1.5rem;
  line-height: 1.9;
}
.held {
  white-space: nowrap;
}
.blank {
  display: inline-flex;
  max-width: 100%;
  align-items: stretch;
  border-bottom: 3px solid var(--hl-amber);
  border-radius: 4px 14px 0 0;
  background: var(--hl-pool);
  line-height: 1.2;
  vertical-align: middle;
}
.blank.wrong {
  border-bottom-color: var(--hl-act);
}
input,
select {
  min-width: 0;
  min-height: 44px;
  padding: 0 8px;
  border: 0;
  border-radius: inherit;
  background: transparent;
  color: inherit;
  font-weight: 700;
}
input {
  font-family: var(--bs-font-monospace);
}
select option {
  background: var(--hl-sheet);
  color: var(--bs-body-color);
}
select {
  field-sizing: content;
}
select,
.unit {
  font-size: 1.0625rem;
  font-weight: 600;
}
.unit {
  align-self: center;
  padding-right: 10px;
}
p {
  max-width: 48em;
  margin: 0.15rem 0 0;
}
.error {
  color: var(--hl-act);
  font-weight: 600;
}
@media (max-width: 767px) {
  .sentence {
    font-size: 1.25rem;
    line-height: 2.2;
  }
}
</style>
