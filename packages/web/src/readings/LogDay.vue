<script setup lang="ts">
import { dated } from '../clock/dated';
import { useMethods } from '../methods/methods-store';
import { type Reading, doubts, drawnFromLabel } from '@hedge-lamp/core/readings';
import { parameterInfo } from '@hedge-lamp/core/parameters';
import { type Deed, deedDetail, deedTitle } from '@hedge-lamp/core/remedies';
import type { UnitChoice } from '@hedge-lamp/core/waters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { format } from 'date-fns';
import { ref } from 'vue';
import IconFlag from '~icons/bi/flag-fill';
import IconPencil from '~icons/bi/pencil';
import IconTrash from '~icons/bi/trash3';
import KeptPhoto from '../color/KeptPhoto.vue';
import { enteredWords, methodWords, valueWords } from './reading-words';
import ReadingVersions from './ReadingVersions.vue';

const methods = useMethods();

/** One day of the log: what was read and what was done. */
const props = defineProps<{
  title: string;
  readings: readonly Reading[];
  deeds: readonly Deed[];
  units: UnitChoice;
  points: readonly { id: string; name: string }[];
}>();
defineEmits<{
  edit: [reading: Reading];
  remove: [reading: Reading];
  removeDeed: [deed: Deed];
  workings: [reading: Reading];
}>();

const opened = ref<string | null>(null);
const pictured = ref<string | null>(null);
function photoOf({ entered }: Reading): string | null {
  return entered.how === 'card' && entered.match.found === 'photo' ? entered.match.photoId : null;
}
const placeOf = (reading: Reading) => props.points.find((p) => p.id === reading.samplingPointId)?.name ?? '';
</script>

<template>
  <section class="day">
    <h2 class="day-title">{{ title }}</h2>
    <p v-for="deed in deeds" :key="deed.id" class="deed">
      <IconFlag aria-hidden="true" class="flag" />
      <span
        ><strong>{{ deedTitle(deed) }}</strong> {{ deedDetail(deed) }}
        <span class="quiet">{{ format(deed.at, 'HH:mm') }}</span></span
      >
      <BButton
        variant="link"
        :aria-label="`Delete: ${deedTitle(deed)} ${deedDetail(deed)}`"
        @click="$emit('removeDeed', deed)"
        ><IconTrash aria-hidden="true"
      /></BButton>
    </p>
    <table v-if="readings.length > 0" class="readings">
      <caption class="visually-hidden">
        Readings of
        {{
          title
        }}
      </caption>
      <thead class="visually-hidden">
        <tr>
          <th scope="col">Time</th>
          <th scope="col">What</th>
          <th scope="col">Value</th>
          <th scope="col">Entered</th>
          <th scope="col">Acts</th>
        </tr>
      </thead>
      <tbody v-for="r in readings" :key="r.id" :data-reading="r.id">
        <tr>
          <td class="time quiet figure-mono">{{ format(r.takenAt, 'HH:mm') }}</td>
          <th scope="row">{{ parameterInfo(r.parameter).label }}</th>
          <td class="value">
            <button type="button" class="opens-workings" @click="$emit('workings', r)">
              {{ r.entered.how === 'answer' ? r.entered.says : valueWords(r, units)
              }}<span class="visually-hidden">: open the workings</span>
            </button>
          </td>
          <td class="entered">
            {{ enteredWords(r, methods.book) }}
            <span class="quiet">· {{ methodWords(r.methodId, methods.book) }}</span>
            <span v-if="placeOf(r)" class="quiet"> · {{ placeOf(r) }}</span>
            <span v-if="r.by" class="quiet"> · {{ r.by }}</span>
            <span v-if="r.drawnFrom && r.drawnFrom !== 'below-surface'" class="quiet">
              · {{ drawnFromLabel[r.drawnFrom].toLowerCase() }}</span
            >
            <RouterLink v-if="r.runId" class="run-link" :to="{ name: 'run', params: { runId: r.runId } }"
              >Run<span class="visually-hidden">
                that this {{ parameterInfo(r.parameter).label }} is from</span
              ></RouterLink
            >
            <BButton
              v-if="photoOf(r)"
              variant="link"
              class="versions-button"
              :aria-expanded="pictured === r.id"
              @click="pictured = pictured === r.id ? null : r.id"
              >Photograph<span class="visually-hidden"
                >: show that of this {{ parameterInfo(r.parameter).label }}</span
              ></BButton
            >
            <BButton
              v-if="r.version > 1"
              variant="link"
              class="versions-button"
              :aria-expanded="opened === r.id"
              @click="opened = opened === r.id ? null : r.id"
            >
              Edited<span class="visually-hidden"
                >: show the old versions of this {{ parameterInfo(r.parameter).label }}</span
              >
            </BButton>
            <span v-if="r.clockAhead" class="doubt"
              >The device said {{ dated(r.takenAt + r.clockAhead, 'd MMM yyyy, HH:mm') }}</span
            >
            <span v-for="d in r.doubts" :key="d" class="doubt">{{ doubts[d].label }}</span>
            <span v-if="r.note" class="note">{{ r.note }}</span>
          </td>
          <td class="acts">
            <BButton
              variant="link"
              :aria-label="`Edit ${parameterInfo(r.parameter).label} of ${format(r.takenAt, 'HH:mm')}`"
              @click="$emit('edit', r)"
              ><IconPencil aria-hidden="true"
            /></BButton>
            <BButton
              variant="link"
              :aria-label="`Delete ${parameterInfo(r.parameter).label} of ${format(r.takenAt, 'HH:mm')}`"
              @click="$emit('remove', r)"
              ><IconTrash aria-hidden="true"
            /></BButton>
          </td>
        </tr>
        <tr v-if="pictured === r.id && photoOf(r)">
          <td colspan="5"><KeptPhoto :photo-id="photoOf(r)!" /></td>
        </tr>
        <tr v-if="opened === r.id">
          <td colspan="5"><ReadingVersions :reading-id="r.id" :units="units" /></td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.day {
  margin-bottom: 0.5rem;
}
h2 {
  font-size: 1.05rem;
  border-bottom: 2px solid var(--hl-line);
  padding-bottom: 0.25rem;
  margin: 0;
}
.deed {
  display: flex;
  align-items: center;
  gap: 0.6rem;
  margin: 0;
}
.deed > span {
  flex: 1;
}
.flag {
  color: var(--hl-watch);
}
.readings {
  width: 100%;
}
tbody tr {
  border-bottom: 1px solid var(--hl-line);
}
td,
th {
  padding: 0.3rem 0.75rem 0.3rem 0;
  vertical-align: top;
}
tbody th {
  width: 10rem;
  padding-top: 0.65rem;
}
.time {
  width: 4rem;
  padding-top: 0.7rem;
}
.value {
  width: 14rem;
  padding-top: 0.65rem;
  font-weight: 600;
}
.entered {
  padding-top: 0.65rem;
}
.acts {
  white-space: nowrap;
  text-align: right;
  padding-right: 0;
}
.acts .btn {
  min-width: 44px;
}
.doubt,
.note {
  display: block;
  font-size: 0.95rem;
}
.doubt::before {
  content: 'Doubt: ';
  color: var(--hl-watch);
  font-weight: 600;
}
.run-link {
  margin-left: 0.5ch;
}
.versions-button {
  min-height: 0;
  padding-block: 0;
}
@media (max-width: 767px) {
  tbody,
  tbody tr {
    display: block;
  }
  tbody tr {
    position: relative;
    padding: 0.5rem 6rem 0.5rem 0;
  }
  td,
  th,
  tbody th,
  .value,
  .entered,
  .time {
    display: block;
    width: auto;
    padding: 0;
  }
  .acts {
    position: absolute;
    right: 0;
    top: 0.25rem;
  }
}
</style>
