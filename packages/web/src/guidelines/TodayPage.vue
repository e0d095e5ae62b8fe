<script setup lang="ts">
import { type Subject, type Today, sentence } from '@hedge-lamp/core/guidelines';
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
import GaugeCard from './GaugeCard.vue';

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
const findingOf = (subject: Subject) => today.value?.findings.find((f) => f.subject === subject);
/** What wants attention, worst first; the first is the headline. */
const troubles = computed(() => today.value?.findings.filter((f) => f.status !== 'clear') ?? []);
const read = computed(() => today.value?.gauges.filter((g) => g.value !== null || g.workings) ?? []);
const unread = computed(() => today.value?.gauges.filter((g) => g.value === null && !g.workings) ?? []);
</script>

<template>
  <PageHeading :title="water?.name ?? 'Today'" :lead="lead">
    <LinkButton :to="{ name: 'bench', params: { waterId } }" variant="primary">Test this water</LinkButton>
    <LinkButton :to="{ name: 'water-edit', params: { waterId } }" variant="outline-secondary"
      >Edit</LinkButton
    >
  </PageHeading>
  <LoadState v-if="!today" :error="error" what="how this water is" @again="again" />
  <div v-else class="today">
    <div class="main">
      <section v-if="read.length === 0" class="sheet verdict edge-unread">
        <StatusLamp status="unread" word :size="28" />
        <p class="headline">Nothing was read in this water yet.</p>
        <p>
          After the first test this page shows each figure with its range, the band it lies in, how sure that
          is, and what to do. Start with what is due.
        </p>
      </section>
      <section v-else class="sheet verdict" :class="`edge-${today.status}`" aria-label="Verdict">
        <StatusLamp :status="today.status" word :size="28" />
        <template v-if="troubles.length > 0">
          <p class="headline">{{ troubles[0]!.what }}</p>
          <p>{{ troubles[0]!.howSure }} {{ troubles[0]!.why }}</p>
          <p class="todo">
            {{ troubles[0]!.todo }} <strong v-if="troubles[0]!.byWhen">{{ troubles[0]!.byWhen }}</strong>
          </p>
          <details v-if="troubles.length > 1">
            <summary>{{ troubles.length - 1 }} more to look at</summary>
            <ul class="more">
              <li v-for="f in troubles.slice(1)" :key="f.id">
                <StatusLamp :status="f.status" :size="14" /> {{ sentence(f) }}
              </li>
            </ul>
          </details>
        </template>
        <p v-else-if="today.status === 'clear'" class="headline">All that was read lately is clear.</p>
        <p v-else class="headline">What was read is too old to say how this water is today.</p>
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
      <p v-if="unread.length > 0 && read.length > 0" class="quiet mt-3">
        Not tested yet: {{ unread.map((g) => g.label).join(', ') }}.
      </p>
    </div>
    <aside>
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
.todo {
  max-width: 60ch;
}
summary {
  margin-top: 0.5rem;
  min-height: 32px;
  color: var(--hl-link);
  font-weight: 600;
}
.more {
  padding-left: 0;
  list-style: none;
  display: grid;
  gap: 0.5rem;
  margin: 0.25rem 0 0;
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
