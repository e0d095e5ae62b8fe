<script setup lang="ts">
import { waterKindInfo } from '@hedge-lamp/core/waters';
import { computed } from 'vue';
import IconPencil from '~icons/bi/pencil';
import LinkButton from '../shell/LinkButton.vue';
import LoadState from '../shell/LoadState.vue';
import PageHeading from '../shell/PageHeading.vue';
import StatusLamp from '../shell/StatusLamp.vue';
import { volumeText } from './volume-text';
import { useWaters } from './waters-store';

const store = useWaters();

/** Kept waters first: they are what one comes for. */
const groups = computed(() =>
  [
    { title: 'Kept', waters: store.waters.filter((w) => waterKindInfo[w.kind].stocked) },
    { title: 'Sources', waters: store.waters.filter((w) => w.kind === 'source') },
    { title: 'Sampled', waters: store.waters.filter((w) => w.kind === 'stream') },
  ].filter((g) => g.waters.length > 0),
);

function dueText(id: string): string {
  const due = store.standings[id]?.due ?? [];
  if (due.length === 0) return 'Nothing due';
  const names = due.map((d) => d.label);
  return names.length > 3 ? `${names.length} tests due` : `Due: ${names.join(', ')}`;
}
</script>

<template>
  <PageHeading title="Your waters" lead="Everything you keep, draw from or sample.">
    <LinkButton v-if="store.waters.length > 0" :to="{ name: 'water-new' }">Add a water</LinkButton>
  </PageHeading>
  <LoadState v-if="!store.loaded" :error="store.error" what="your waters" @again="store.load()" />
  <div v-else-if="store.waters.length === 0" class="sheet empty">
    <h2>Start with one water</h2>
    <p>
      This page will show each of your waters with its lamp: clear, watch, act or urgent, and what is due. Add
      the tank or pond you test first; its tap or well can follow.
    </p>
    <LinkButton :to="{ name: 'water-new' }" variant="primary">Add your first water</LinkButton>
  </div>
  <template v-else>
    <section v-for="group in groups" :key="group.title" :aria-label="group.title">
      <h2>{{ group.title }}</h2>
      <ul class="shelf">
        <li
          v-for="water in group.waters"
          :key="water.id"
          class="sheet vessel"
          :class="`edge-${store.statusOf(water.id)}`"
        >
          <RouterLink class="open" :to="{ name: 'today', params: { waterId: water.id } }">{{
            water.name
          }}</RouterLink>
          <StatusLamp :status="store.statusOf(water.id)" word />
          <span class="quiet kind">
            {{ waterKindInfo[water.kind].label }}{{ water.netLiters ? ` · ${volumeText(water)}` : ''
            }}{{ water.cycling ? ' · cycling' : '' }}
          </span>
          <span class="due" :class="{ quiet: !store.standings[water.id]?.due.length }">{{
            dueText(water.id)
          }}</span>
          <RouterLink
            class="edit"
            :to="{ name: 'water-edit', params: { waterId: water.id } }"
            :aria-label="`Edit ${water.name}`"
          >
            <IconPencil aria-hidden="true" />
          </RouterLink>
        </li>
      </ul>
    </section>
  </template>
</template>

<style scoped>
.shelf {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(17rem, 1fr));
  gap: 0.9rem;
}
.vessel {
  position: relative;
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.35rem 0.75rem;
  align-content: start;
  min-height: 8.5rem;
  border-bottom: 5px solid var(--hl-edge);
}
.open {
  font-size: 1.2rem;
  font-weight: 650;
  color: inherit;
  text-decoration: none;
}
/* The whole card opens the water; the pencil lies above it. */
.open::after {
  content: '';
  position: absolute;
  inset: 0;
}
.kind {
  grid-column: 1 / -1;
}
.due {
  align-self: end;
}
.edit {
  position: relative;
  z-index: 1;
  display: grid;
  place-items: center;
  width: 44px;
  height: 44px;
  margin: -0.4rem -0.6rem -0.6rem 0;
  color: inherit;
  align-self: end;
  justify-self: end;
}
section > h2 {
  font-size: 1rem;
  color: var(--hl-quiet);
  margin: 1.25rem 0 0.5rem;
}
.empty {
  max-width: 40rem;
}
</style>
