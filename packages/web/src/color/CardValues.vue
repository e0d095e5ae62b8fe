<script setup lang="ts">
import { type Card, chemistryInfo } from '@hedge-lamp/core/color';
import { unitsOf } from '@hedge-lamp/core/quantity';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { v4 as newId } from 'uuid';
import { computed, reactive, ref } from 'vue';
import { useServerLink } from '../clock/server-link';
import ChoiceField from '../shell/ChoiceField.vue';
import TextField from '../shell/TextField.vue';
import { useSave } from '../shell/use-save';
import { useCards } from './cards-store';
import { type LearnForm, readLearnForm } from './learn-form';

/** Asked when a card is read for the first time: whether the keeper's own shows the same values. */
const props = defineProps<{ card: Card }>();
const emit = defineEmits<{ right: []; typed: [cardId: string] }>();
const cards = useCards();
const link = useServerLink();

const differs = ref(false);
const shown = computed(() => `${props.card.values.join(' · ')} ${props.card.unit}`);
const form = reactive<LearnForm>({
  name: `${props.card.name}, my values`.slice(0, 80),
  chemistry: props.card.chemistry,
  unit: props.card.unit,
  values: props.card.values.join(' '),
  open: props.card.open,
  viewing: props.card.viewing ?? 'against-white',
  light: '',
});
const units = computed(() =>
  unitsOf(chemistryInfo(props.card.chemistry).kind).map((u) => ({ value: u.id, text: u.id })),
);
const sheet = ref<HTMLFormElement>();
const { errors, failure, saving, attempt, showErrors } = useSave(sheet, '');
/** Sent again after an answer was lost, it is the same card. */
const id = newId();

async function save(): Promise<void> {
  const read = readLearnForm(form, null, { id, version: 1, now: link.date(), insteadOf: props.card.id });
  errors.value = 'errors' in read ? read.errors : {};
  if ('errors' in read) {
    await showErrors();
    return;
  }
  const { milliliters } = props.card;
  const card = { ...read.card, card: { ...read.card.card, ...(milliliters ? { milliliters } : {}) } };
  await attempt(async () => {
    await cards.save(card);
    emit('typed', id);
  });
}
</script>

<template>
  <form ref="sheet" class="values" novalidate @submit.prevent="save">
    <p class="mb-1">
      <strong>Are these the values on your card?</strong><br />
      <span class="figures">{{ shown }}</span>
    </p>
    <div v-if="!differs" class="acts">
      <BButton variant="light" @mousedown.prevent @click="emit('right')">They are</BButton>
      <BButton variant="light" @click="differs = true">Mine differ</BButton>
    </div>
    <template v-else>
      <div class="typed">
        <TextField
          v-model="form.values"
          label="Values on your card, palest first"
          hint="With spaces between."
          :error="errors['card.values'] ?? errors.colors"
        />
        <ChoiceField v-model="form.unit" :options="units" label="Unit on it" :error="errors['card.unit']" />
      </div>
      <p v-if="failure" role="alert" class="failure">{{ failure }}</p>
      <div class="acts">
        <BButton type="submit" variant="primary" :disabled="saving">{{
          saving ? 'Saving …' : 'Read on these'
        }}</BButton>
        <BButton variant="light" @click="differs = false">Back</BButton>
        <RouterLink class="learn" :to="{ name: 'card-learn' }">Learn its colors from a photograph</RouterLink>
      </div>
    </template>
  </form>
</template>

<style scoped>
.values {
  background: #e6e6e6;
  color: #161616;
  padding: 0.6rem 0.75rem 0.75rem;
  margin-bottom: 0.6rem;
  border-radius: 4px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem;
}
.figures {
  font-variant-numeric: tabular-nums;
}
.acts .btn {
  min-height: 48px;
}
.typed {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 9rem;
  gap: 0.75rem;
}
.learn {
  color: #161616;
  padding: 0.6rem 0;
}
@media (max-width: 767px) {
  .typed {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }
}
</style>
