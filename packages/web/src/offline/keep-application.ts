/**
 * Asks the browser to keep the application on this device. Browsers allow it only on the machine itself or over
 * HTTPS; elsewhere an open page still goes on without a network, but cannot be opened anew.
 */
export function keepApplication(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  const keep = () => {
    // Without it everything works as long as the server answers.
    navigator.serviceWorker.register('/service-worker.js').catch(() => undefined);
  };
  if (document.readyState === 'complete') keep();
  else window.addEventListener('load', keep);
}
