<script setup lang="ts">
import { BModal } from 'bootstrap-vue-next/components/BModal';

const open = defineModel<boolean>({ required: true });
const keys = [
  ['Space', 'One drop'],
  ['Backspace', 'Take one back'],
  ['Enter', 'Step done, it turned, or keep the reading'],
  ['T', 'Start the timer'],
  ['R', 'Read: the tube that is ready, or this one now'],
  ['D', 'A doubt'],
  ['A, B, C', 'That answer'],
  ['1–9', 'That tube, from any page'],
  ['?', 'These keys'],
];
</script>

<template>
  <BModal v-model="open" title="Keys at the bench" ok-only ok-title="Close" header-close-label="Close">
    <table class="table table-sm mb-0">
      <tbody>
        <tr v-for="[key, meaning] in keys" :key="key">
          <th scope="row">
            <kbd>{{ key }}</kbd>
          </th>
          <td>{{ meaning }}</td>
        </tr>
      </tbody>
    </table>
  </BModal>
</template>
