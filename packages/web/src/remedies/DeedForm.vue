<script setup lang="ts">
import { ask } from '../wire/ask';
import {
  type Deed,
  type DeedKind,
  deedDetail,
  deedKinds,
  deedLabel,
  deedTitle,
  deedRoutes,
} from '@hedge-lamp/core/remedies';
import { animalsIn } from '@hedge-lamp/core/remedies';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BModal } from 'bootstrap-vue-next/components/BModal';
import { computed, ref, watch } from 'vue';
import { useOutbox } from '../offline/outbox-store';
import { waitsWords } from '../offline/outbox-words';
import { useServerLink } from '../clock/server-link';
import { toLocalInput } from '../clock/words';
import ChoiceField from '../shell/ChoiceField.vue';
import { useNotices } from '../shell/notice-store';
import TextField from '../shell/TextField.vue';
import { useSave } from '../shell/use-save';
import { useWaters } from '../waters/waters-store';
import DeedAmountFields from './DeedAmountFields.vue';
import {
  type ProposedDeed,
  emptyDeedForm,
  figureNames,
  ownSource,
  readDeedForm,
  unknownSource,
  waysOf,
} from './deed-form';

/** Something done, noted in a dialog. `proposed` fills it in before it opens. */
const props = defineProps<{ waterId: string; proposed?: ProposedDeed | undefined }>();
const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ kept: [] }>();
const link = useServerLink();
const notices = useNotices();
const outbox = useOutbox();
const waters = useWaters();

const form = ref(emptyDeedForm(link.date(), props.proposed));
const sheet = ref<HTMLFormElement>();
const { errors, failure, saving, attempt, showErrors } = useSave<Deed>(sheet, '');
const water = computed(() => waters.byId(props.waterId));
const liters = computed(() => water.value?.netLiters ?? null);
const sources = computed(() => {
  const own = waters.byId(water.value?.sourceWaterId ?? '');
  // What stands ready is of one water by its name, or of none that is kept here.
  if (form.value.by === 'ready')
    return [
      ...waters.waters.filter((w) => w.kind === 'source').map((w) => ({ value: w.id, text: w.name })),
      { value: ownSource, text: 'Another water' },
    ];
  return [
    ...(own ? [{ value: ownSource, text: own.name }] : [{ value: ownSource, text: 'Not said' }]),
    ...waters.waters
      .filter((w) => w.kind === 'source' && w.id !== own?.id)
      .map((w) => ({ value: w.id, text: w.name })),
    ...(own ? [{ value: unknownSource, text: 'Nobody knows' }] : []),
  ];
});
watch(
  () => form.value.by,
  (by, before) => {
    if (by === 'ready') form.value.source = water.value?.sourceWaterId ?? ownSource;
    else if (before === 'ready') form.value.source = ownSource;
  },
  { immediate: true },
);
const animals = computed(() => (water.value ? animalsIn(water.value) : []));

watch(open, (isOpen) => {
  if (!isOpen) return;
  const fresh = emptyDeedForm(link.date());
  if (props.proposed) {
    form.value = emptyDeedForm(link.date(), props.proposed);
    if (form.value.by === 'ready') form.value.source = water.value?.sourceWaterId ?? ownSource;
  }
  // What was typed stays when the form is closed and opened again; only its time moves on.
  else if (
    form.value.detail === '' &&
    figureNames.every((name) => form.value.figures[name] === fresh.figures[name])
  )
    form.value.at = toLocalInput(link.date());
});
const kind = computed({
  get: () => form.value.kind,
  set: (kind: DeedKind) => {
    form.value.kind = kind;
    if (!waysOf(kind).includes(form.value.by)) form.value.by = waysOf(kind)[0]!;
  },
});

async function save(): Promise<void> {
  failure.value = '';
  const read = readDeedForm(form.value, props.waterId);
  errors.value = 'errors' in read ? read.errors : {};
  if ('errors' in read) {
    await showErrors();
    return;
  }
  const { draft } = read;
  await attempt(async () => {
    const says = [deedTitle({ ...draft, planLine: null }), deedDetail(draft)].filter(Boolean).join(' ');
    const about = { waterId: props.waterId, says };
    const outcome = await outbox.ask(`deed-${draft.id}`, about, deedRoutes.keep, { body: draft });
    open.value = false;
    form.value = emptyDeedForm(link.date());
    if (!outcome.sent) {
      notices.say(waitsWords(says), { tone: 'bad' });
      return;
    }
    const deed = outcome.answer;
    emit('kept');
    notices.say(`${deedLabel[deed.kind]} is noted.`, {
      undo: async () => {
        await ask(deedRoutes.remove, { params: { id: deed.id } });
        emit('kept');
      },
    });
  });
}
const kinds = deedKinds.map((value) => ({ value, text: deedLabel[value] }));
</script>

<template>
  <BModal v-model="open" title="Note something done" no-footer header-close-label="Close">
    <form ref="sheet" novalidate @submit.prevent="save">
      <p class="quiet">
        In <strong>{{ water?.name ?? 'this water' }}</strong>
      </p>
      <ChoiceField v-model="kind" :options="kinds" label="What" :error="errors.kind" />
      <DeedAmountFields
        v-model="form"
        :errors="errors"
        :liters="liters"
        :sources="sources"
        :animals="animals"
      />
      <TextField v-model="form.at" type="datetime-local" label="When" :error="errors.at" />
      <TextField
        v-model="form.detail"
        label="In your words"
        :error="errors.detail"
        hint="For example “tap, after the diluted test”."
      />
      <p v-if="failure" role="alert" class="failure">{{ failure }}</p>
      <BButton type="submit" variant="primary" :disabled="saving">{{ saving ? 'Saving …' : 'Save' }}</BButton>
    </form>
  </BModal>
</template>
