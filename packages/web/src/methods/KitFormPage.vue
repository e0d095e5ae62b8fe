<script setup lang="ts">
import { type Kit, type KitDraft, bottleMarkInfo, bottleMarks, kitState } from '@hedge-lamp/core/methods';
import { parameterInfo } from '@hedge-lamp/core/parameters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BFormCheckboxGroup } from 'bootstrap-vue-next/components/BFormCheckbox';
import { computed, watch } from 'vue';
import { useRouter } from 'vue-router';
import { sentenceOf } from '../wire/api-error';
import { useServerLink } from '../clock/server-link';
import DraftNotices from '../shell/DraftNotices.vue';
import { useNotices } from '../shell/notice-store';
import { useDraft } from '../shell/use-draft';
import PageHeading from '../shell/PageHeading.vue';
import TextField from '../shell/TextField.vue';
import { currencyHere } from './currency-here';
import { type KitForm, emptyKitForm, formOfKit, readKitForm } from './kit-form';
import { kitFacts } from './kit-words';
import { useKits } from './kits-store';
import { useMethods } from './methods-store';

/** A kit: its tests, its bottles, its price. */
const props = defineProps<{ kitId: string }>();
const kits = useKits();
const methods = useMethods();
const notices = useNotices();
const router = useRouter();
const link = useServerLink();

const isNew = computed(() => props.kitId === 'new');
const keptNow = () => kits.kits.find((k) => k.id === props.kitId) ?? null;

const draft = useDraft<KitForm, KitDraft, Kit>({
  key: `hedge-lamp.draft.kit.${props.kitId}`,
  within: 'kit.',
  formOf: (kit) => formOfKit(kit, link.date()),
  // What nobody touched here is as it is there.
  read: (typed, over) => {
    const read = readKitForm(typed, link.date(), over ?? keptNow());
    return 'draft' in read ? { sent: read.draft } : read;
  },
  factsOf(kit) {
    const names = { method: nameOf, bottle: labelOf };
    // Of what is kept, what is left now; of what stands here, what was counted.
    if ('version' in kit) {
      const left = new Map(kitState(kit, link.date()).map((s) => [s.methodId, s.left]));
      return kitFacts(kit, (id) => left.get(id) ?? null, names);
    }
    return kitFacts(kit, (id) => kit.tests.find((t) => t.methodId === id)?.counted ?? null, names);
  },
  async send(draft, seen) {
    await kits.save(draft, seen);
    forget();
    notices.say(`${draft.name} is saved.`);
    await router.push({ name: 'kits' });
  },
});
const { form, formElement, errors, failure, saving, take, begin, forget, save } = draft;

watch(
  () => kits.kits,
  () => {
    if (form.value) return;
    const kit = keptNow();
    if (kit) take(kit);
    else if (isNew.value) begin(emptyKitForm(currencyHere(kits.kits, navigator.language)));
  },
  { immediate: true },
);

const choices = computed(() => methods.all.filter((m) => m.bottles.length > 0));
const testOf = (methodId: string) => form.value!.tests.find((t) => t.methodId === methodId);
function toggle(methodId: string): void {
  const current = form.value!;
  if (testOf(methodId)) {
    current.tests = current.tests.filter((t) => t.methodId !== methodId);
    current.bottles = current.bottles.filter((b) => b.methodId !== methodId);
    return;
  }
  current.tests.push({ methodId, perBox: '', counted: '' });
  for (const bottle of methods.book.find(methodId)?.bottles ?? [])
    current.bottles.push({ methodId, bottleId: bottle.id, lot: '', openedOn: '', expiresOn: '', marks: [] });
}
const nameOf = (methodId: string) => methods.book.find(methodId)?.name ?? methodId;
const labelOf = (methodId: string, bottleId: string) =>
  methods.book.find(methodId)?.bottles.find((b) => b.id === bottleId)?.label ?? bottleId;
const marks = bottleMarks.map((value) => ({ value, text: bottleMarkInfo[value].label }));

async function remove(): Promise<void> {
  const { id, name } = form.value!;
  try {
    await kits.remove(id);
  } catch (error) {
    failure.value = sentenceOf(error);
    return;
  }
  forget();
  notices.say(`${name} is put away. Its readings stay.`, { undo: () => kits.restore(id) });
  await router.push({ name: 'kits' });
}
async function cancel(): Promise<void> {
  forget();
  await router.push({ name: 'kits' });
}
</script>

<template>
  <PageHeading :title="isNew ? 'New kit' : `Edit ${form?.name || 'kit'}`" />
  <DraftNotices what="This kit" :draft="draft" />
  <form v-if="form" ref="formElement" class="kit-form" novalidate @submit.prevent="save">
    <section class="sheet">
      <h2>The box</h2>
      <TextField v-model="form.name" label="Name" :error="errors.name" hint="As you call it." />
      <div class="field-pair">
        <TextField v-model="form.price" inputmode="decimal" label="Price of the box" :error="errors.price" />
        <TextField v-model="form.currency" label="Currency" :maxlength="8" :error="errors.currency" />
      </div>
      <TextField v-model="form.note" type="note" label="Note" :error="errors.note" />
      <fieldset>
        <legend class="form-label fs-6 fw-semibold">Which tests is it for?</legend>
        <p v-if="errors.tests" class="failure">{{ errors.tests }}</p>
        <div class="methods">
          <label v-for="m in choices" :key="m.id" class="tick-chip" :class="{ chosen: testOf(m.id) }">
            <input
              type="checkbox"
              class="form-check-input"
              :checked="Boolean(testOf(m.id))"
              @change="toggle(m.id)"
            />
            <span
              >{{ m.name }}<span class="visually-hidden">, {{ parameterInfo(m.parameter).label }}</span></span
            >
          </label>
        </div>
      </fieldset>
    </section>

    <section v-for="(t, k) in form.tests" :key="t.methodId" class="sheet">
      <h2>{{ nameOf(t.methodId) }}</h2>
      <div class="field-pair">
        <TextField
          v-model="t.perBox"
          inputmode="numeric"
          label="Tests in a full box"
          :error="errors[`tests.${k}.perBox`]"
        />
        <TextField
          v-model="t.counted"
          inputmode="numeric"
          label="Tests left now"
          hint="Counted down from here by use."
          :error="errors[`tests.${k}.counted`]"
        />
      </div>
      <template v-for="(b, j) in form.bottles" :key="j">
        <fieldset v-if="b.methodId === t.methodId" class="bottle">
          <legend>{{ labelOf(b.methodId, b.bottleId) }}</legend>
          <div class="field-pair">
            <TextField
              v-model="b.openedOn"
              type="date"
              label="Opened on"
              :error="errors[`bottles.${j}.openedOn`]"
            />
            <TextField
              v-model="b.expiresOn"
              type="date"
              label="Good until"
              :error="errors[`bottles.${j}.expiresOn`]"
            />
            <TextField v-model="b.lot" label="Lot" :maxlength="40" :error="errors[`bottles.${j}.lot`]" />
          </div>
          <BFormCheckboxGroup
            v-model="b.marks"
            :options="marks"
            :name="`marks-${j}`"
            :aria-label="`Marks of ${labelOf(b.methodId, b.bottleId)}`"
          />
        </fieldset>
      </template>
    </section>

    <div class="acts">
      <BButton type="submit" variant="primary" :disabled="saving">{{ saving ? 'Saving …' : 'Save' }}</BButton>
      <BButton variant="outline-secondary" @click="cancel">Cancel</BButton>
      <BButton v-if="!isNew" variant="outline-danger" class="ms-auto" @click="remove"
        >Put this kit away</BButton
      >
    </div>
  </form>
  <p v-else role="status" class="quiet">
    {{ kits.loaded ? 'This kit is not here (any more).' : 'Loading the kit …' }}
  </p>
</template>

<style scoped>
.kit-form {
  display: grid;
  gap: 1rem;
  max-width: 62rem;
}
.methods {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(17rem, 100%), 1fr));
  gap: 0.35rem;
}
.bottle {
  border-top: 1px solid var(--hl-line);
  padding-top: 0.5rem;
  margin-top: 0.5rem;
}
.bottle legend {
  font-size: 1rem;
  font-weight: 650;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem;
}
</style>
