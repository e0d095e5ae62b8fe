<script setup lang="ts">
import { dated } from '../clock/dated';
import { readingRoutes } from '@hedge-lamp/core/readings';
import { waterRoutes } from '@hedge-lamp/core/waters';
import { photoRoutes } from '@hedge-lamp/core/color';
import { removedRoutes } from '@hedge-lamp/core/exchange';
import { ask } from '../wire/ask';
import { counted } from '@hedge-lamp/core/quantity';
import { parameterInfo } from '@hedge-lamp/core/parameters';
import { BButton } from 'bootstrap-vue-next/components/BButton';

import { computed, ref } from 'vue';
import { sentenceOf } from '../wire/api-error';
import LoadState from '../shell/LoadState.vue';
import { useNotices } from '../shell/notice-store';
import PageHeading from '../shell/PageHeading.vue';
import { useAnswer } from '../shell/use-loaded';
import { useWaters } from './waters-store';

/** What was removed: each can be brought back, or goes for good. */
const waters = useWaters();
const notices = useNotices();
const { data, error, again: look } = useAnswer(removedRoutes.list, () => ({}), { anew: true });

interface Row {
  readonly id: string;
  readonly purgeAt: number | null;
  readonly routes: typeof waterRoutes | typeof readingRoutes | typeof photoRemoval;
  readonly says: string;
}
const photoRemoval = { remove: photoRoutes.takeAway, restore: photoRoutes.restore };
const sections = computed(() =>
  data.value
    ? [
        {
          title: 'Waters',
          rows: data.value.waters.map((w): Row => ({
            ...w,
            routes: waterRoutes,
            says: `${w.name}, with ${counted(w.contents.readings, 'reading', 'readings')}`,
          })),
        },
        {
          title: 'Readings',
          rows: data.value.readings.map((r): Row => ({
            ...r,
            routes: readingRoutes,
            says: `${parameterInfo(r.parameter).label} of ${dated(r.takenAt, 'd MMM yyyy, HH:mm')}, ${r.waterName}`,
          })),
        },
        {
          title: 'Photographs',
          rows: data.value.photos.map((p): Row => ({
            ...p,
            routes: photoRemoval,
            says: `A photograph taken away on ${dated(p.deletedAt, 'd MMM yyyy, HH:mm')}`,
          })),
        },
      ].filter((s) => s.rows.length > 0)
    : [],
);
const whenWords = (row: Row) =>
  row.purgeAt === null
    ? 'Stays here until you decide.'
    : `Goes for good on ${dated(row.purgeAt, 'd MMMM yyyy')}.`;

const asked = ref<string | null>(null);
async function act(send: () => Promise<unknown>, says: string): Promise<void> {
  asked.value = null;
  try {
    await send();
    await Promise.all([look(), waters.load()]);
    notices.say(says);
  } catch (reason) {
    notices.say(sentenceOf(reason), { tone: 'bad' });
  }
}
const bringBack = (row: Row) =>
  act(() => ask(row.routes.restore, { params: { id: row.id } }), `Back again: ${row.says}.`);
const forGood = (row: Row, when: 'at-once' | 'in-30-days') =>
  act(
    () => ask(row.routes.remove, { params: { id: row.id }, query: { forGood: when } }),
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
