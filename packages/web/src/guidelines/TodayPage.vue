<script setup lang="ts">
import { type Subject, type Today, oldAfter } from '@hedge-lamp/core/guidelines';
import { waterKindInfo } from '@hedge-lamp/core/waters';
import { computed } from 'vue';
import { call } from '../api/call';
import { useNow } from '../clock/use-now';
import DoneList from '../remedies/DoneList.vue';
import DueList from '../schedule/DueList.vue';
import LinkButton from '../shell/LinkButton.vue';
import LoadState from '../shell/LoadState.vue';
import PageHeading from '../shell/PageHeading.vue';
import StatusLamp from '../shell/StatusLamp.vue';
import { useLoaded } from '../shell/use-loaded';
import { useOpenedWorkings } from '../shell/workings-store';
import { volumeText } from '../waters/volume-text';
import { useWaters } from '../waters/waters-store';
import FindingCard from './FindingCard.vue';
import GaugeCard from './GaugeCard.vue';
import WaterTabs from './WaterTabs.vue';

const props = defineProps<{ waterId: string }>();
const waters = useWaters();
const opened = useOpenedWorkings();
const now = useNow(30_000);
const {
  data: today,
  error,
  again,
} = useLoaded(
  () => props.waterId,
  () => call<Today>('GET', `/api/waters/${props.waterId}/today`),
);

const water = computed(() => waters.byId(props.waterId));
const lead = computed(() => {
  const w = water.value;
  if (!w) return '';
  return [waterKindInfo[w.kind].label, volumeText(w), w.cycling ? 'cycling' : ''].filter(Boolean).join(' · ');
});
const findings = computed(() => today.value?.findings ?? []);
const findingOf = (subject: Subject) =>
  findings.value.find((f) => f.rule === 'limits' && f.subject === subject);
/** What wants attention, worst first; the first is the headline. */
const troubles = computed(() => findings.value.filter((f) => f.status !== 'clear'));
/** What is worth knowing though nothing need be done today; the figures themselves stand in their gauges. */
const notes = computed(() => findings.value.filter((f) => f.status === 'clear' && f.rule !== 'limits'));
const read = computed(() => today.value?.gauges.filter((g) => g.value !== null || g.workings) ?? []);
const unread = computed(() => today.value?.gauges.filter((g) => g.value === null && !g.workings) ?? []);
/** Days of the oldest figure that the verdict rests on. */
const oldestDays = computed(() => {
  const times = read.value.filter((g) => g.status !== 'unread').map((g) => g.takenAt ?? now.value);
  return Math.floor((now.value - Math.min(now.value, ...times)) / 86_400_000);
});
/** Some findings need no reading: animals that want different water. */
const nothingRead = computed(() => read.value.length === 0);
</script>

<template>
  <PageHeading :title="water?.name ?? 'Today'" :lead="lead">
    <LinkButton :to="{ name: 'bench', params: { waterId } }" variant="primary">Test this water</LinkButton>
    <LinkButton :to="{ name: 'water-edit', params: { waterId } }" variant="outline-secondary"
      >Edit</LinkButton
    >
  </PageHeading>
  <WaterTabs :water-id="waterId" />
  <LoadState v-if="!today" :error="error" what="how this water is" @again="again" />
  <div v-else class="today">
    <div class="main">
      <section class="sheet verdict" :class="`edge-${today.status}`" aria-label="Verdict">
        <FindingCard v-if="troubles[0]" :finding="troubles[0]" :water-id="waterId" first />
        <template v-else>
          <StatusLamp :status="today.status" word :size="28" />
          <p v-if="nothingRead" class="headline">Nothing was read in this water yet.</p>
          <template v-else-if="today.status === 'clear'">
            <p class="headline">All that was read lately is clear.</p>
            <p v-if="oldestDays > oldAfter / 86_400_000">
              The oldest of it is {{ oldestDays }} days old: test again before you rely on it.
            </p>
          </template>
          <p v-else class="headline">What was read is too old to say how this water is today.</p>
        </template>
        <p v-if="nothingRead">
          After the first test this page shows each figure with its range, the band it lies in, how sure that
          is, and what to do. Start with what is due.
        </p>
      </section>
      <section v-if="troubles.length > 1" class="sheet more" aria-labelledby="more-heading">
        <h2 id="more-heading">{{ troubles.length - 1 }} more to look at</h2>
        <FindingCard v-for="f in troubles.slice(1)" :key="f.id" :finding="f" :water-id="waterId" />
      </section>

      <div class="gauges">
        <GaugeCard
          v-for="gauge in read"
          :key="gauge.subject"
          :gauge="gauge"
          :finding="findingOf(gauge.subject)"
          :now="now"
          @workings="opened.open"
        />
      </div>
      <p v-if="unread.length > 0 && !nothingRead" class="quiet mt-3">
        Not tested yet: {{ unread.map((g) => g.label).join(', ') }}.
      </p>
      <details v-if="notes.length > 0" class="sheet more notes">
        <summary>Worth knowing ({{ notes.length }})</summary>
        <FindingCard v-for="f in notes" :key="f.id" :finding="f" :water-id="waterId" />
      </details>
    </div>
    <aside>
      <section v-if="today.changed.length > 0" class="sheet side-sheet" aria-labelledby="changed-heading">
        <h2 id="changed-heading">Changed since the test before</h2>
        <ul class="mb-0">
          <li v-for="line in today.changed" :key="line">{{ line }}</li>
        </ul>
      </section>
      <DueList :due="today.due" :water-id="waterId" :now="now" />
      <DoneList :water-id="waterId" :now="now" />
      <p class="caution quiet">
        A home kit does not tell whether water is fit to drink: that is a certified laboratory’s work. Sick
        fish: ask a vet or fish-health professional. Your kit’s own sheet wins over what stands here.
      </p>
    </aside>
  </div>
</template>

<style scoped>
.today {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 19rem;
  gap: 1.25rem;
  align-items: start;
}
.verdict {
  border-left: 8px solid var(--hl-edge);
  margin-bottom: 1rem;
}
.verdict p {
  margin: 0.25rem 0 0;
}
.headline {
  font-size: 1.4rem;
  font-weight: 650;
  line-height: 1.25;
}
.more {
  margin-bottom: 1rem;
}
.more h2 {
  margin: 0;
}
.more .finding + .finding {
  border-top: 1px solid var(--hl-line);
}
.notes {
  margin-top: 1rem;
}
summary {
  min-height: 32px;
  font-weight: 600;
}
.gauges {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(20rem, 100%), 1fr));
  gap: 0.8rem;
}
.caution {
  font-size: 0.875rem;
}
@media (max-width: 1023px) {
  .today {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
