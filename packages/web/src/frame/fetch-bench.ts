/**
 * Fetches every part of the bench while nobody waits for it, so that a run can begin and end without a network:
 * what is fetched only when it is first shown could not be fetched then.
 */
export function fetchBench(): void {
  const all = () =>
    Promise.all([
      import('../bench/BenchPage.vue'),
      import('../bench/RackStrip.vue'),
      import('../bench/DoubtPicker.vue'),
      import('../bench/BenchKeys.vue'),
      import('../bench/AddTube.vue'),
      import('../bench/PenFace.vue'),
      import('../color/ColorReading.vue'),
      import('../color/PhotoReader.vue'),
      import('../shell/WorkingsPanel.vue'),
      import('./UnsentPage.vue'),
      import('../readings/LogPage.vue'),
      import('../readings/ReadingForm.vue'),
      import('../remedies/DeedForm.vue'),
      // Nobody whose animals gasp waits for a server.
      import('../guidelines/SignsPage.vue'),
    ]);
  // A part that cannot be fetched now is asked for again when it is shown.
  const quietly = () => void all().catch(() => undefined);
  if ('requestIdleCallback' in window) window.requestIdleCallback(quietly, { timeout: 4000 });
  else setTimeout(quietly, 1500);
}
