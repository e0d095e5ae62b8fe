<script setup lang="ts">
import { type Gauge, todayRoutes } from '@hedge-lamp/core/guidelines';
import { waterKindInfo } from '@hedge-lamp/core/waters';
import { computed } from 'vue';
import { useNow } from '../clock/use-now';
import DoneList from '../remedies/DoneList.vue';
import PlanSheet from '../remedies/PlanSheet.vue';
import DueList from '../schedule/DueList.vue';
import LinkButton from '../shell/LinkButton.vue';
import LoadState from '../shell/LoadState.vue';
import PageHeading from '../shell/PageHeading.vue';
import { useAnswer } from '../shell/use-loaded';
import { useOpenedWorkings } from '../shell/workings-store';
import { volumeText } from '../waters/volume-text';
import { useWaters } from '../waters/waters-store';
import FindingCard from './FindingCard.vue';
import GaugeCard from './GaugeCard.vue';
import LampAsks from './LampAsks.vue';
import LampHead from './LampHead.vue';
import WaterTabs from './WaterTabs.vue';

const props = defineProps<{ waterId: string }>();
const waters = useWaters();
const opened = useOpenedWorkings();
const now = useNow(30_000);
const { data: today, error, again } = useAnswer(todayRoutes.today, () => ({ params: { id: props.waterId } }));

const water = computed(() => waters.byId(props.waterId));
/** A page that stood open, with nobody to ask, must not go on saying Clear. */
const lamp = computed(() => today.value && waters.asOfNow(today.value));
const lead = computed(() => {
  const w = water.value;
  if (!w) return '';
  return [waterKindInfo[w.kind].label, volumeText(w), w.cycling ? 'cycling' : ''].filter(Boolean).join(' · ');
});
const findings = computed(() => today.value?.findings ?? []);
const findingOf = (gauge: Gauge) =>
  findings.value.find(
    (f) =>
      f.rule === 'limits' &&
      f.subject === gauge.subject &&
      (f.placeId ?? null) === (gauge.place ? gauge.placeId : null),
  );
/** What wants attention, worst first. */
const troubles = computed(() => findings.value.filter((f) => f.status !== 'clear' && !f.note));
/** What is worth knowing and moves no lamp; the figures themselves stand in their gauges. */
const notes = computed(() =>
  findings.value.filter((f) => f.note || (f.status === 'clear' && f.rule !== 'limits')),
);
/** A few notes stand open, and those that warn of a deed. */
const warns = computed(() => notes.value.length <= 2 || notes.value.some((f) => f.status !== 'clear'));
const read = computed(() => today.value?.gauges.filter((g) => g.value !== null || g.workings) ?? []);
const unread = computed(() => today.value?.gauges.filter((g) => g.value === null && !g.workings) ?? []);
/** What the plan tests anyway is not due a second time. */
const due = computed(() => {
  const planned = new Set(
    today.value?.plan.lines.filter((l) => l.kind === 'test').flatMap((l) => l.subjects),
  );
  return (today.value?.due ?? []).filter((d) => !planned.has(d.parameter));
});
const nothingRead = computed(() => read.value.length === 0);
const unreadNames = computed(() =>
  unread.value.map((g) => (g.place ? `${g.label} (${g.place})` : g.label)).join(', '),
);
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
      <LampHead v-if="lamp" class="lamp" :lamp="lamp" :water-name="water?.name ?? ''" :now="now" />
      <LampAsks
        :lamp="today.lamp"
        :water-id="waterId"
        :water-name="water?.name ?? ''"
        class="asks"
        @told="again"
      />
      <section
        v-if="troubles.length > 0"
        class="sheet verdict"
        :class="`edge-${today.status}`"
        aria-label="What was found"
      >
        <FindingCard :finding="troubles[0]!" :water-id="waterId" first />
        <p v-if="nothingRead" class="quiet mb-0">
          After the first test this page shows each figure with its range, the band it lies in, and how sure
          that is.
        </p>
      </section>
      <section v-if="troubles.length > 1" class="sheet more" aria-labelledby="more-heading">
        <h2 id="more-heading">{{ troubles.length - 1 }} more to look at</h2>
        <FindingCard v-for="f in troubles.slice(1)" :key="f.id" :finding="f" :water-id="waterId" />
      </section>
      <details v-if="notes.length > 0" class="sheet more notes" :open="warns">
        <summary>Worth knowing ({{ notes.length }})</summary>
        <FindingCard v-for="f in notes" :key="f.id" :finding="f" :water-id="waterId" />
      </details>

      <div class="gauges">
        <GaugeCard
          v-for="gauge in read"
          :key="`${gauge.subject} ${gauge.placeId}`"
          :gauge="gauge"
          :finding="findingOf(gauge)"
          :now="now"
          @workings="opened.open"
        />
      </div>
      <p v-if="unread.length > 0 && !nothingRead" class="quiet mt-3">Not tested yet: {{ unreadNames }}.</p>
    </div>
    <aside>
      <PlanSheet
        :plan="today.plan"
        :water-id="waterId"
        :water-name="water?.name ?? ''"
        :now="now"
        @changed="again"
      />
      <section v-if="today.changed.length > 0" class="sheet side-sheet" aria-labelledby="changed-heading">
        <h2 id="changed-heading">Changed since the test before</h2>
        <ul class="mb-0">
          <li v-for="line in today.changed" :key="line">{{ line }}</li>
        </ul>
      </section>
      <DueList :due="due" :water-id="waterId" :now="now" />
      <DoneList :water-id="waterId" :now="now" @kept="again" />
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
  grid-template-columns: minmax(0, 1fr) 23.25rem;
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
.more {
  margin-bottom: 1rem;
}
.more h2 {
  margin: 0;
}
.more .finding + .finding {
  border-top: 1px solid var(--hl-line);
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
    display: flex;
    flex-direction: column;
    align-items: stretch;
    gap: 0;
  }
  /* One column: the lamp, then the plan, then why. */
  .main,
  aside {
    display: contents;
  }
  .lamp,
  .asks {
    order: -2;
  }
  aside > .plan {
    order: -1;
  }
}
@media print {
  .main > :not(.lamp),
  aside > :not(.plan):not(.caution) {
    display: none !important;
  }
  .today {
    display: block;
  }
}
</style>
