<script setup lang="ts">
import { hour } from '@hedge-lamp/core/wire';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, nextTick, ref, watch } from 'vue';
import { useServerLink } from '../clock/server-link';
import LoadState from '../shell/LoadState.vue';
import PageHeading from '../shell/PageHeading.vue';
import BackupBeside from './BackupBeside.vue';
import BackupFile from './BackupFile.vue';
import BackupPlace from './BackupPlace.vue';
import BackupProgress from './BackupProgress.vue';
import BackupRow from './BackupRow.vue';
import KeptAside from './KeptAside.vue';
import { standingWords, wholeDate } from './backup-words';
import { useBackups } from './use-backups';

/** Backups: made, looked into, restored; and what a restore kept aside. */
const link = useServerLink();
const backups = useBackups();
const { data, error, again, work, staged, failure, isRunning, beginsAnew } = backups;
/** What came of the last restore is news for an hour; what it kept aside stays in sight. */
const replaced = computed(() =>
  data.value?.replaced && link.date() - data.value.replaced.at < hour ? data.value.replaced : null,
);
const isBad = computed(() => data.value?.standing === 'too-old');

/** What came of the last thing that was done is read out, and is where the eye is. */
const beside = ref<HTMLElement>();
watch(staged, async (now, before) => {
  if (!now || before?.id === now.id) return;
  await nextTick();
  beside.value?.scrollIntoView({ block: 'nearest' });
  beside.value?.focus({ preventScroll: true });
});
</script>

<template>
  <PageHeading title="Backups" lead="All that is kept, photographs too, in one file.">
    <BButton variant="primary" :disabled="!data || isRunning || beginsAnew" @click="backups.backUp"
      >Back up now</BButton
    >
  </PageHeading>
  <LoadState v-if="!data" :error="error" what="the backups" @again="again" />
  <template v-else>
    <p v-if="failure" class="sheet failed" role="alert">{{ failure }}</p>
    <p v-if="beginsAnew" class="sheet" role="status">
      The data are put in place, and the server begins anew …
    </p>
    <p v-else-if="replaced" class="sheet" :class="{ failed: replaced.fault }" role="status">
      {{
        replaced.fault
          ? `This could not be done: ${replaced.fault}`
          : `Done on ${wholeDate(replaced.at)}: other data are here now. What was here before is kept aside, below.`
      }}
    </p>
    <BackupProgress v-if="isRunning" :work="work" :sending="backups.sending.value" @stop="backups.stop" />
    <template v-else-if="work && !staged">
      <p v-if="work.fault" class="sheet" :class="{ failed: !work.isStopped }" role="alert">
        {{ work.fault }}
      </p>
      <p v-else-if="work.says" class="sheet" role="status">{{ work.says }}</p>
    </template>
    <section v-if="staged" ref="beside" class="sheet" tabindex="-1" aria-labelledby="beside-heading">
      <BackupBeside
        :staged="staged"
        :busy="beginsAnew"
        @restore="backups.restore(staged.id)"
        @close="backups.letGo"
      />
    </section>
    <div class="two">
      <section class="sheet" aria-labelledby="standing-heading">
        <h2 id="standing-heading">How it stands</h2>
        <p :class="{ failure: isBad }">{{ standingWords(data, link.date()) }}</p>
        <p v-if="data.dailyFault" class="failure">The daily backup failed: {{ data.dailyFault }}</p>
        <BackupPlace :backups="data" @changed="again" />
      </section>
      <section class="sheet" aria-labelledby="bring-heading">
        <h2 id="bring-heading">From another machine</h2>
        <p>
          Choose a backup file that you brought along. It is checked and shown beside what is here; nothing is
          changed before you say so.
        </p>
        <BackupFile :disabled="isRunning || beginsAnew" @chosen="backups.bring" />
      </section>
    </div>
    <KeptAside
      v-if="data.aside.length > 0"
      :aside="data.aside"
      :disabled="isRunning || beginsAnew"
      @bring-back="backups.bringBack"
      @throw-away="backups.throwAway"
    />
    <section class="sheet" aria-labelledby="there-heading">
      <h2 id="there-heading">What is there</h2>
      <p v-if="data.backups.length === 0" class="mb-0">
        No backup lies there yet. The daily ones are thinned out by themselves: seven days, four weeks and
        twelve months stay. Those that you ask for stay until you remove them.
      </p>
      <template v-else>
        <ul class="entries mb-3">
          <BackupRow
            v-for="b in data.backups"
            :key="`${b.place}/${b.name}`"
            :backup="b"
            :usual-place="data.place"
            :disabled="isRunning || beginsAnew"
            @look="backups.look(b.place, b.name)"
            @check="backups.check(b.place, b.name)"
          />
        </ul>
        <p class="quiet mb-0">
          Of the daily ones seven days, four weeks and twelve months stay. A photograph that was removed for
          good is in no later backup; from earlier ones it goes only with the file.
        </p>
      </template>
    </section>
  </template>
</template>

<style scoped>
.sheet {
  margin-bottom: 1rem;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 0 1rem;
}
.failed {
  border-color: var(--hl-act);
  border-width: 2px;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
