<script setup lang="ts">
import { type ParameterId, parameterInfo } from '@hedge-lamp/core/parameters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { format } from 'date-fns';
import { computed, ref } from 'vue';
import { sentenceOf } from '../wire/api-error';
import { call } from '../wire/call';
import LoadState from '../shell/LoadState.vue';
import { useNotices } from '../shell/notice-store';
import PageHeading from '../shell/PageHeading.vue';
import { useLoaded } from '../shell/use-loaded';
import { useWaters } from './waters-store';

/** What was removed: each can be brought back, or goes for good. */
interface When {
  id: string;
  deletedAt: number;
  purgeAt: number | null;
}
interface Removed {
  waters: (When & { name: string; contents: { readings: number } })[];
  readings: (When & { waterName: string; parameter: ParameterId; takenAt: number })[];
  photos: When[];
}
const waters = useWaters();
const notices = useNotices();
const {
  data,
  error,
  again: look,
} = useLoaded(
  () => '',
  () => call<Removed>('GET', '/api/removed'),
);

interface Row extends When {
  readonly path: string;
  readonly says: string;
}
const sections = computed(() =>
  data.value
    ? [
        {
          title: 'Waters',
          rows: data.value.waters.map((w): Row => ({
            ...w,
            path: `/api/waters/${w.id}`,
            says: `${w.name}, with ${w.contents.readings === 1 ? '1 reading' : `${w.contents.readings} readings`}`,
          })),
        },
        {
          title: 'Readings',
          rows: data.value.readings.map((r): Row => ({
            ...r,
            path: `/api/readings/${r.id}`,
            says: `${parameterInfo(r.parameter).label} of ${format(r.takenAt, 'd MMM yyyy, HH:mm')}, ${r.waterName}`,
          })),
        },
        {
          title: 'Photographs',
          rows: data.value.photos.map((p): Row => ({
            ...p,
            path: `/api/photos/${p.id}`,
            says: `A photograph taken away on ${format(p.deletedAt, 'd MMM yyyy, HH:mm')}`,
          })),
        },
      ].filter((s) => s.rows.length > 0)
    : [],
);
const whenWords = (row: Row) =>
  row.purgeAt === null
    ? 'Stays here until you decide.'
    : `Goes for good on ${format(row.purgeAt, 'd MMMM yyyy')}.`;

const asked = ref<string | null>(null);
async function act(method: 'POST' | 'DELETE', path: string, says: string): Promise<void> {
  asked.value = null;
  try {
    await call(method, path);
    await Promise.all([look(), waters.load()]);
    notices.say(says);
  } catch (reason) {
    notices.say(sentenceOf(reason), { tone: 'bad' });
  }
}
const bringBack = (row: Row) => act('POST', `${row.path}/restore`, `Back again: ${row.says}.`);
const forGood = (row: Row, when: 'at-once' | 'in-30-days') =>
  act(
    'DELETE',
    `${row.path}?forGood=${when}`,
    when === 'at-once' ? `Gone for good: ${row.says}.` : `Goes for good in 30 days: ${row.says}.`,
  );
</script>

<template>
  <PageHeading title="Removed" lead="What was removed can be brought back from here." />
  <LoadState v-if="!data" :error="error" what="what was removed" @again="look" />
  <div v-else-if="sections.length === 0" class="sheet">
    <h2>Nothing was removed</h2>
    <p class="mb-0">Waters, readings and photographs that you remove wait here.</p>
  </div>
  <template v-else>
    <section v-for="section in sections" :key="section.title" class="sheet" :aria-label="section.title">
      <h2>{{ section.title }}</h2>
      <ul class="entries">
        <li v-for="row in section.rows" :key="row.id">
          <p>
            <strong>{{ row.says }}</strong> <span class="quiet">{{ whenWords(row) }}</span>
          </p>
          <div v-if="asked !== row.id" class="acts">
            <BButton variant="primary" :aria-label="`Bring back: ${row.says}`" @click="bringBack(row)"
              >Bring back</BButton
            >
            <BButton variant="link" :aria-label="`Remove for good: ${row.says}`" @click="asked = row.id"
              >Remove for good</BButton
            >
          </div>
          <div v-else class="acts" role="group" :aria-label="`Remove for good: ${row.says}`">
            <BButton variant="danger" @click="forGood(row, 'at-once')">At once</BButton>
            <BButton v-if="row.purgeAt === null" variant="outline-danger" @click="forGood(row, 'in-30-days')"
              >In 30 days</BButton
            >
            <BButton variant="outline-primary" @click="asked = null">Keep it here</BButton>
          </div>
        </li>
      </ul>
    </section>
    <p class="quiet">
      <RouterLink :to="{ name: 'backups' }">Backups</RouterLink> keep what they had when they were made.
    </p>
  </template>
</template>

<style scoped>
.sheet {
  margin-bottom: 1rem;
}
</style>
