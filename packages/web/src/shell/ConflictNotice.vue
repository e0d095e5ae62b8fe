<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton';

/** Shown when somebody else saved first: what differs, theirs and ours, and a choice. Nothing is overwritten unseen. */
defineProps<{ what: string; differences: readonly { label: string; theirs: string; ours: string }[] }>();
defineEmits<{ ours: []; theirs: [] }>();
</script>

<template>
  <div class="conflict" role="alert">
    <h2>{{ what }} was changed elsewhere meanwhile</h2>
    <table v-if="differences.length > 0" class="table table-sm">
      <thead>
        <tr>
          <th scope="col">Field</th>
          <th scope="col">There now</th>
          <th scope="col">Yours</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="d in differences" :key="d.label">
          <th scope="row">{{ d.label }}</th>
          <td>{{ d.theirs }}</td>
          <td>{{ d.ours }}</td>
        </tr>
      </tbody>
    </table>
    <p v-else>Both say the same.</p>
    <div class="d-flex flex-wrap gap-2">
      <BButton variant="primary" @click="$emit('ours')">Save mine over it</BButton>
      <BButton variant="outline-primary" @click="$emit('theirs')">Take what is there</BButton>
    </div>
  </div>
</template>

<style scoped>
.conflict {
  border: 2px solid var(--hl-watch);
  border-radius: 4px 22px;
  background: var(--hl-sheet);
  padding: 1rem 1.25rem;
  margin-bottom: 1rem;
}
</style>
