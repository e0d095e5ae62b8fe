<script setup lang="ts">
import { type Standing } from '@hedge-lamp/core/guidelines';
import { type Status, lampWord } from '@hedge-lamp/core/limits';
import { shortName } from '@hedge-lamp/core/parameters';
import { type Water, waterKindInfo } from '@hedge-lamp/core/waters';
import { computed } from 'vue';
import IconPencil from '~icons/bi/pencil';
import { shelfNotes } from './shelf-notes';
import { useNow } from '../clock/use-now';
import { agoInWords } from '../clock/words';
import StatusLamp from '../shell/StatusLamp.vue';
import { volumeText } from './volume-text';
import { useWaters } from './waters-store';

/** One water on the shelf: its lamp, the worst finding, what is due, what is running, what changed. */
const props = defineProps<{
  water: Water;
  standing: Standing | undefined;
  /** How it stood when the shelf was last left. */
  was: Status | undefined;
}>();
const shelf = useWaters();
const now = useNow(60_000);

const status = computed(() => shelf.statusOf(props.water.id));
const why = computed(() => shelf.lampOf(props.water.id)?.sentence ?? 'The server was not asked lately.');
const notes = computed(() => shelfNotes(props.water.id));
const kind = computed(() =>
  [
    waterKindInfo[props.water.kind].label,
    props.water.netLiters ? volumeText(props.water) : '',
    props.water.cycling ? 'cycling' : '',
  ]
    .filter(Boolean)
    .join(' · '),
);
const due = computed(() => {
  const tests = props.standing?.due ?? [];
  if (tests.length === 0) return 'Nothing due';
  const names = [...new Set(tests.map((d) => shortName(d.parameter)))];
  return names.length > 4 ? `${names.length} tests due` : `Due: ${names.join(', ')}`;
});
const last = computed(() => {
  const at = props.standing?.lastReadAt ?? null;
  return at === null ? 'Never tested' : `Tested ${agoInWords(at, now.value)}`;
});
/** What stands beside the worst: how many more, and what is missing. */
const beside = computed(() => {
  const more = Math.max(0, (props.standing?.troubles ?? 0) - 1);
  return [more > 0 ? `And ${more} more.` : '', props.standing?.lamp.missing ?? ''].filter(Boolean).join(' ');
});
</script>

<template>
  <article class="sheet vessel" :class="`edge-${status}`">
    <RouterLink class="open" :to="{ name: 'today', params: { waterId: water.id } }">{{
      water.name
    }}</RouterLink>
    <StatusLamp :status="status" word lamp />
    <span class="quiet kind">{{ kind }}</span>
    <p class="top">
      {{ why }}{{ ' ' }}<span v-if="beside" class="quiet">{{ beside }}</span>
    </p>
    <p v-if="was && was !== status" class="changed">{{ lampWord[was] }} when you last looked.</p>
    <p v-for="line in standing?.changed ?? []" :key="line" class="changed">{{ line }}</p>
    <RouterLink v-for="note in notes" :key="note.says" class="running" :to="note.to">{{
      note.says
    }}</RouterLink>
    <span class="foot">
      <span :class="{ quiet: !standing?.due.length }">{{ due }}</span>
      <span class="quiet">{{ last }}</span>
    </span>
    <RouterLink
      class="edit"
      :to="{ name: 'water-edit', params: { waterId: water.id } }"
      :aria-label="`Edit ${water.name}`"
    >
      <IconPencil aria-hidden="true" />
    </RouterLink>
  </article>
</template>

<style scoped>
.vessel {
  position: relative;
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.3rem 0.75rem;
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
/* The whole card opens the water; what leads elsewhere lies above it. */
.open::after {
  content: '';
  position: absolute;
  inset: 0;
}
.kind,
.top,
.changed,
.running {
  grid-column: 1 / -1;
  margin: 0;
}
.changed {
  font-size: 0.95rem;
  padding-left: 0.6rem;
  border-left: 3px solid var(--hl-line);
}
.running,
.edit {
  position: relative;
  z-index: 1;
}
.running {
  justify-self: start;
  min-height: 32px;
  font-weight: 600;
}
.foot {
  align-self: end;
  display: flex;
  flex-wrap: wrap;
  gap: 0 1rem;
}
.edit {
  display: grid;
  place-items: center;
  width: 44px;
  height: 44px;
  margin: -0.4rem -0.6rem -0.6rem 0;
  color: inherit;
  align-self: end;
  justify-self: end;
}
</style>
