import { type Tube, stepOf, windowEnd } from '@hedge-lamp/core/bench';
import { useWakeLock } from '@vueuse/core';
import { computed, onUnmounted, ref, watch } from 'vue';
import { useSettings } from '../settings/settings-store';
import { useBench } from './bench-store';
import { notify } from './notify';
import { isReady } from './tube-words';

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

/** What there is to call out about a tube, with a name so that it is called once; null for nothing. */
function callOf(tube: Tube, now: number): { name: string; text: string; since: number } | null {
  if (!isReady(tube)) return null;
  const until = windowEnd(tube);
  const { short } = tube.method;
  if (until !== null && now > until)
    return {
      name: `${tube.testId} late`,
      text: `${short} has stood too long: its color may read high.`,
      since: until,
    };
  const name = `${tube.testId} ${tube.step}`;
  return stepOf(tube).do === 'read'
    ? { name, text: `${short} may be read now.`, since: tube.readableAt! }
    : { name, text: `${short} has stood long enough: go on with it.`, since: tube.readableAt! };
}

/** Calls out when a wait is over or a window shut: by word, by sound, by shaking the phone, by a notification. */
export function useTubeCalls() {
  const bench = useBench();
  const settings = useSettings();
  const said = ref('');
  const wake = useWakeLock();

  const calls = computed(() => bench.openTubes.flatMap(({ tube }) => callOf(tube, bench.now) ?? []));
  const timing = computed(() =>
    bench.openTubes.some(({ tube }) => ['shake', 'stand'].includes(stepOf(tube).do)),
  );
  const called = new Set<string>();

  watch(
    calls,
    (all) => {
      for (const { name, text, since } of all) {
        if (called.has(name)) continue;
        called.add(name);
        said.value = text;
        // A page opened long after says it once, and does not ring for the past.
        if (bench.now - since > 20_000) continue;
        if (settings.sound) chime();
        // A browser shakes only for a page that somebody has touched.
        if (settings.vibrate && 'vibrate' in navigator && navigator.userActivation?.hasBeenActive)
          navigator.vibrate([200, 100, 200]);
        if (settings.notify) void notify(text, name);
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
