import { stepOf } from '@hedge-lamp/core/bench';
import { useWakeLock } from '@vueuse/core';
import { computed, onUnmounted, ref, watch } from 'vue';
import { useSettings } from '../settings/settings-store';
import { useBench } from './bench-store';

/** Two short tones, made here: nothing has to be fetched for them. */
function chime(): void {
  const audio = new AudioContext();
  for (const [at, pitch] of [
    [0, 660],
    [0.22, 880],
  ] as const) {
    const tone = audio.createOscillator();
    const volume = audio.createGain();
    tone.frequency.value = pitch;
    volume.gain.setValueAtTime(0.25, audio.currentTime + at);
    volume.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + at + 0.2);
    tone.connect(volume).connect(audio.destination);
    tone.start(audio.currentTime + at);
    tone.stop(audio.currentTime + at + 0.2);
  }
  setTimeout(() => void audio.close(), 1000);
}

/** Calls out when a wait is over: by word, by sound, by shaking the phone, by a notification. */
export function useTubeCalls() {
  const bench = useBench();
  const settings = useSettings();
  const said = ref('');
  const wake = useWakeLock();

  const readable = computed(() =>
    bench.openTubes.filter(({ tube }) => tube.readableAt !== null && stepOf(tube).do === 'read-card'),
  );
  const timing = computed(() =>
    bench.openTubes.some(({ tube }) => ['shake', 'stand'].includes(stepOf(tube).do)),
  );
  const called = new Set<string>();

  watch(
    readable,
    (tubes) => {
      for (const { tube } of tubes) {
        if (called.has(tube.testId)) continue;
        called.add(tube.testId);
        said.value = `${tube.method.short} may be read now.`;
        // A page opened long after says it once, and does not ring for the past.
        if (bench.now - tube.readableAt! > 20_000) continue;
        if (settings.sound) chime();
        if ('vibrate' in navigator) navigator.vibrate([200, 100, 200]);
        if (settings.notify && 'Notification' in window && Notification.permission === 'granted')
          new Notification('Hedge Lamp', { body: said.value, tag: tube.testId });
      }
    },
    { immediate: true },
  );
  watch(
    [timing, () => settings.wakeLock],
    async ([needed, wanted]) => {
      try {
        await (needed && wanted ? wake.request('screen') : wake.release());
      } catch {
        // A browser may refuse, on battery for instance; the timer does not depend on it.
      }
    },
    { immediate: true },
  );
  onUnmounted(() => {
    void wake.release().catch(() => undefined);
    document.documentElement.style.removeProperty('--hl-foot');
  });
  return said;
}
