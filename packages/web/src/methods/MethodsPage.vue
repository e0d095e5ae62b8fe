<script setup lang="ts">
import { type Method, type MethodFault, readMethodFile, mostMethodFileBytes } from '@hedge-lamp/core/methods';
import { knownIds, parameterInfo } from '@hedge-lamp/core/parameters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { v4 as newId } from 'uuid';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { sentenceOf } from '../wire/api-error';
import PageHeading from '../shell/PageHeading.vue';
import { useNotices } from '../shell/notice-store';
import KitTabs from '../shell/KitTabs.vue';
import { minutesAlone, resultWords } from './method-words';
import { useMethods } from './methods-store';

/** Every method: those that ship, and the keeper's own; copying, importing, exporting. */
const methods = useMethods();
const notices = useNotices();
const router = useRouter();
const faults = ref<MethodFault[]>([]);
const failure = ref('');
const chooser = ref<HTMLInputElement>();

const groups = computed(() =>
  knownIds().flatMap((id) => {
    const fitting = methods.all.filter((m) => m.parameter === id);
    return fitting.length > 0 ? [{ id, label: parameterInfo(id).label, fitting }] : [];
  }),
);
const isOwn = (m: Method) => methods.own.some((o) => o.id === m.id);

async function take(file: File | undefined): Promise<void> {
  faults.value = [];
  failure.value = '';
  if (!file) return;
  if (file.size > mostMethodFileBytes) {
    failure.value = `${file.name} has ${Math.round(file.size / 1000)} kB; a method has a few. It was not read. Choose a method file.`;
    return;
  }
  const read = readMethodFile(await file.text());
  if ('faults' in read) {
    failure.value = `${file.name} was not taken in.`;
    faults.value = read.faults;
    return;
  }
  // It comes in as a method of its own, whatever it was called where it came from.
  const method = { ...read.method, id: newId(), version: 1, basis: 'own leaflet' as const };
  try {
    await methods.save(method);
    notices.say(`${method.name} is taken in.`, { undo: () => methods.remove(method.id) });
    await router.push({ name: 'method', params: { methodId: method.id } });
  } catch (error) {
    failure.value = sentenceOf(error);
  }
}
function chosen(event: Event): void {
  const input = event.target as HTMLInputElement;
  void take(input.files?.[0]);
  // The same file may be chosen again after it was put right.
  input.value = '';
}
</script>

<template>
  <PageHeading
    title="Methods"
    lead="How each test is run, step by step. Your leaflet wins: copy a method and set it to yours."
  >
    <BButton variant="outline-primary" @click="chooser?.click()">Import a method file</BButton>
    <input
      ref="chooser"
      type="file"
      accept="application/json,.json"
      class="visually-hidden"
      tabindex="-1"
      aria-label="Method file"
      @change="chosen"
    />
  </PageHeading>
  <KitTabs />
  <div v-if="failure" class="sheet refused" role="alert">
    <p class="failure mb-0">{{ failure }}</p>
    <ul v-if="faults.length > 0" class="mb-0">
      <li v-for="f in faults.slice(0, 12)" :key="f.path + f.message">
        <code v-if="f.path">{{ f.path }}</code> {{ f.message }}
      </li>
    </ul>
  </div>
  <section v-for="g in groups" :key="g.id" class="sheet group">
    <h2>{{ g.label }}</h2>
    <ul>
      <li v-for="m in g.fitting" :key="m.id">
        <RouterLink :to="{ name: 'method', params: { methodId: m.id } }">{{ m.name }}</RouterLink>
        <span v-if="isOwn(m)" class="own">yours, version {{ m.version }}</span>
        <span class="quiet">{{ resultWords(m) }} · about {{ minutesAlone(m) }} min alone</span>
      </li>
    </ul>
  </section>
  <p class="quiet">
    The form of a method file is published as
    <a href="/api/methods/schema.json">JSON Schema</a>.
  </p>
</template>

<style scoped>
.group {
  margin-bottom: 0.8rem;
  padding-block: 0.7rem;
}
.group h2 {
  font-size: 1.05rem;
  margin-bottom: 0.2rem;
}
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
.group li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 0.8rem;
  align-items: baseline;
}
.group a {
  padding: 0.35rem 0;
  font-weight: 600;
}
.own {
  padding: 0 0.5rem;
  border-radius: 2px 8px;
  background: var(--hl-clear-tint);
}
.refused {
  border-color: var(--hl-act);
  margin-bottom: 0.8rem;
}
.refused ul {
  list-style: disc;
  padding-left: 1.2rem;
}
</style>
