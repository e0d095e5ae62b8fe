<script setup lang="ts">
import type { Cell, Standing } from '@hedge-lamp/core/guidelines';
import { type Status, type Subject, lampWord } from '@hedge-lamp/core/limits';
import { type Water, waterKindInfo } from '@hedge-lamp/core/waters';
import { computed } from 'vue';
import { agoInShort } from '../clock/words';
import Lantern from '../shell/Lantern.vue';
import { hedgeClass } from '../shell/beam/use-mini-hedges';
import { shelfNotes } from './shelf-notes';
import { volumeText } from './volume-text';
import { asStale, cellWords, dueWords } from './water-line';
import { useWaters } from './waters-store';

/** One water among all: its lantern, why, its figures as small beams in fixed columns, what is due and what runs. */
const props = defineProps<{
  water: Water;
  standing: Standing | undefined;
  columns: readonly Subject[];
  /** How it stood when the list was last left. */
  was: Status | undefined;
  now: number;
}>();
const store = useWaters();

const status = computed(() => store.statusOf(props.water.id));
const lamp = computed(() => store.lampOf(props.water.id));
const lit = computed(() => {
  const rests = lamp.value?.rests ?? [];
  const known = rests.filter((r) => r.light === 'lit' || r.light === 'late').length;
  return rests.length === 0 ? 1 : known / rests.length;
});
const kind = computed(() =>
  [
    waterKindInfo[props.water.kind].label,
    props.water.netLiters ? volumeText(props.water) : '',
    props.water.cycling ? 'cycling' : '',
  ]
    .filter(Boolean)
    .join(' · '),
);
/** Short figures where they are the reason; the lamp's own sentence where something else is. */
const why = computed(() => {
  const told = props.standing?.status === status.value ? props.standing.because : '';
  const first =
    status.value === 'clear'
      ? kind.value
      : told || (lamp.value?.sentence ?? 'The server was not asked lately.');
  return [first, ...(props.standing?.changed ?? [])].join(' · ');
});
const notes = computed(() => shelfNotes(props.water.id));
const due = computed(() => (props.standing ? dueWords(props.standing, props.now) : ''));
const last = computed(() => {
  const at = props.standing?.lastReadAt ?? null;
  return at === null ? 'never tested' : `tested ${agoInShort(at, props.now)}`;
});
/** What was told too long ago lies in dusk, and says Clear no more. */
const cellOf = computed(() => {
  const stale = props.standing ? store.isStale(props.standing) : false;
  return new Map(props.standing?.cells.map((c) => [c.subject, stale ? asStale(c) : c]));
});
const cells = computed(() => props.columns.map((subject) => cellOf.value.get(subject)));
const bad = (cell: Cell) => cell.status === 'act' || cell.status === 'urgent';
/** Where the capsule begins and ends along its cell, and its notch where there is room for one. */
const place = ({ at, open }: Cell) => {
  const [low, best, high] = at!;
  const end = open ? 1 : high;
  return {
    '--low': low,
    '--high': end,
    ...(end - low > 0.2 ? { '--best': (best - low) / (end - low) } : {}),
  };
};
</script>

<template>
  <li class="water">
    <Lantern :status="status" :lit="lit" :size="30" class="lantern" />
    <div class="name">
      <RouterLink class="open" :to="{ name: 'today', params: { waterId: water.id } }">{{
        water.name
      }}</RouterLink>
      <span class="visually-hidden">, {{ lampWord[status] }}</span>
      <span class="why" :title="why">{{ why }}</span>
    </div>
    <div class="cells" role="group" :aria-label="`Figures of ${water.name}`">
      <template v-for="(cell, k) in cells" :key="k">
        <div
          v-if="cell"
          role="img"
          :aria-label="cellWords(cell)"
          class="cell"
          :class="[cell.light, hedgeClass(cell.zones), { bad: bad(cell), estimate: cell.estimate }]"
        >
          <b
            v-if="cell.at"
            :class="{ long: cell.at[2] - cell.at[0] > 0.2, past: cell.open }"
            :style="place(cell)"
          />
          <b v-else class="none" />
        </div>
        <span v-else />
      </template>
    </div>
    <div class="due">
      <strong v-if="due">{{ due }}</strong>
      <RouterLink v-for="note in notes" :key="note.says" class="running" :to="note.to">{{
        note.says
      }}</RouterLink>
      <span v-if="was && was !== status" class="quiet">{{ lampWord[was] }} when you last looked</span>
      <span v-else-if="!due && notes.length === 0" class="quiet">{{ last }}</span>
    </div>
  </li>
</template>

<style scoped>
.water {
  position: relative;
  display: grid;
  grid-template-columns: 42px var(--name) minmax(0, 1fr) var(--due);
  align-items: center;
  min-height: var(--line, 52px);
  padding: 0 0 0 12px;
  border-top: 1px solid var(--hl-line);
  /* Of forty lines a few are in sight: the others are laid out when they come. */
  content-visibility: auto;
  contain-intrinsic-size: auto var(--line, 52px);
}
.water:hover {
  background: var(--hl-pool);
}
.name {
  min-width: 0;
  line-height: 1.2;
}
.open {
  color: inherit;
  font-size: 1.0625rem;
  font-weight: 650;
  text-decoration: none;
}
/* The whole line opens the water; what leads elsewhere lies above it. */
.open::after {
  content: '';
  position: absolute;
  inset: 0;
}
.why {
  display: block;
  overflow: hidden;
  color: var(--hl-quiet);
  font-size: 0.8125rem;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.cells {
  display: grid;
  grid-template-columns: repeat(var(--columns), minmax(0, 1fr));
  gap: 3px;
}
.cell {
  --water: var(--hl-lit);
  --leaf: var(--hl-leaf);
  --notch-color: var(--hl-capsule-edge);
  /* Neither a cell nor its capsule is placed: four hundred layers would be painted one by one. */
  contain: size;
  height: 34px;
  padding-top: 11px;
  border-radius: 2px 8px;
  print-color-adjust: exact;
  forced-color-adjust: none;
}
.cell.late {
  --water: var(--hl-late);
}
.cell.dusk {
  --water: var(--hl-dusk);
}
.cell.dark {
  --water: var(--hl-dark);
  --leaf: var(--hl-leaf-dark);
}
.cell.bad {
  box-shadow: 0 0 0 2.5px var(--bs-body-color);
}
.cell b {
  --wide: max(8px, calc((var(--high) - var(--low)) * 100%));
  --middle: calc((var(--high) + var(--low)) * 50%);
  display: block;
  width: min(var(--wide), calc(100% - 2px));
  height: 12px;
  margin-left: clamp(1px, calc(var(--middle) - var(--wide) / 2), calc(100% - var(--wide) - 1px));
  border: 1.4px solid var(--hl-capsule-edge);
  border-radius: 6px;
  background: var(--notch, none), var(--hl-amber);
  box-shadow: 0 0 0 2px var(--hl-halo);
}
.cell b.long {
  --notch: linear-gradient(var(--notch-color), var(--notch-color)) calc(var(--best, 0.5) * 100%) 0 / 1.5px
    100% no-repeat;
}
.cell b.past {
  border-top-right-radius: 0;
  border-bottom-right-radius: 0;
  border-right-width: 4px;
}
.cell.estimate:not(.dusk, .dark) b {
  border-style: dashed;
  background:
    var(--notch, none), repeating-linear-gradient(45deg, var(--hl-amber) 0 2px, var(--hl-sheet) 2px 4px);
}
.cell.dusk b {
  border: 1.4px dashed var(--bs-body-color);
  background: var(--notch, none);
  box-shadow: none;
}
.cell.dusk {
  --notch-color: var(--bs-body-color);
}
.cell b.none {
  width: 10px;
  height: 10px;
  margin: 1px 0 0 calc(43.5% - 5px);
  border: 1.5px dashed var(--hl-on-dark);
  background: none;
  box-shadow: none;
}
.due {
  min-width: 0;
  padding: 0 8px 0 16px;
  font-size: 0.875rem;
  line-height: 1.25;
}
.due > * {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
}
.running {
  position: relative;
  z-index: 1;
  min-height: 24px;
}
@media (max-width: 1023px) {
  .water {
    contain-intrinsic-size: auto 82px;
    grid-template-columns: 38px minmax(0, 1fr) auto;
    gap: 4px 6px;
    padding: 8px 10px 9px;
  }
  .cells {
    grid-column: 1 / -1;
    grid-row: 2;
  }
  .cell {
    height: 24px;
    padding-top: 7px;
  }
  .cell b {
    height: 10px;
  }
  .cell b.none {
    margin-top: 0;
  }
  .due {
    padding: 0;
    max-width: 11rem;
    text-align: right;
  }
}
</style>
