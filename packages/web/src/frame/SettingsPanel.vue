<script setup lang="ts">
import { visionLabel, visions } from '@hedge-lamp/core/color';
import { BFormCheckbox } from 'bootstrap-vue-next/components/BFormCheckbox';
import { BFormRadioGroup } from 'bootstrap-vue-next/components/BFormRadio';
import { BOffcanvas } from 'bootstrap-vue-next/components/BOffcanvas';
import { defineAsyncComponent, ref } from 'vue';
import { useServerLink } from '../clock/server-link';
import ChoiceField from '../shell/ChoiceField.vue';
import { useSettings } from '../settings/settings-store';

/** Brings the form of a water along. */
const KeepersUnits = defineAsyncComponent(() => import('../waters/KeepersUnits.vue'));

const open = defineModel<boolean>({ required: true });
const settings = useSettings();
const link = useServerLink();
const remark = ref('');

const themes = [
  { value: 'auto', text: 'As this device' },
  { value: 'light', text: 'Light' },
  { value: 'dark', text: 'Dark' },
];

const pens = [
  { value: 'typed', text: 'I type what it shows' },
  { value: 'simulated', text: 'The stand-in pen sends it (made up, for trying out)' },
];
const sight = visions.map((value) => ({ value, text: visionLabel[value] }));
const syringes = [1, 2.5, 5, 10, 20].map((value) => ({ value, text: `${value} mL` }));

async function askToNotify(): Promise<void> {
  remark.value = '';
  if (!settings.notify) return;
  if (!('Notification' in window)) {
    settings.notify = false;
    remark.value = 'This browser has no notifications.';
  } else if ((await Notification.requestPermission()) !== 'granted') {
    settings.notify = false;
    remark.value = 'The browser did not allow notifications for this page.';
  }
}
</script>

<template>
  <BOffcanvas v-model="open" placement="end" title="Settings" header-close-label="Close settings">
    <p>
      <RouterLink :to="{ name: 'backups' }" @click="open = false">Backups of all that is kept</RouterLink>
    </p>
    <p class="quiet">What follows stays on this device.</p>
    <fieldset class="mb-4">
      <legend class="fs-6 fw-bold">Look</legend>
      <BFormRadioGroup v-model="settings.theme" :options="themes" name="theme" stacked />
    </fieldset>
    <fieldset v-if="link.demo" class="mb-4">
      <legend class="fs-6 fw-bold">A pen’s figure</legend>
      <BFormRadioGroup v-model="settings.pen" :options="pens" name="pen" stacked />
    </fieldset>
    <fieldset class="mb-4">
      <legend class="fs-6 fw-bold">How you see color</legend>
      <BFormRadioGroup v-model="settings.vision" :options="sight" name="vision" stacked />
      <p class="quiet mb-0">
        Colors of a card that look alike to you are then pointed out where you read it.
      </p>
    </fieldset>
    <KeepersUnits />
    <ChoiceField v-model="settings.syringe" :options="syringes" label="Your syringe, for diluting" />
    <fieldset>
      <legend class="fs-6 fw-bold">When a timer ends</legend>
      <BFormCheckbox v-model="settings.sound" switch>Play a sound</BFormCheckbox>
      <BFormCheckbox v-model="settings.vibrate" switch>Shake the phone</BFormCheckbox>
      <BFormCheckbox v-model="settings.notify" switch @change="askToNotify"
        >Show a notification</BFormCheckbox
      >
      <BFormCheckbox v-model="settings.wakeLock" switch>Keep the screen on while a timer runs</BFormCheckbox>
      <p role="status" class="mb-0 mt-2">{{ remark }}</p>
    </fieldset>
  </BOffcanvas>
</template>
