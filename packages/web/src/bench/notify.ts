/**
 * Shows a notification of the system, when the keeper allowed it. On a phone only a service worker may; elsewhere a
 * page may by itself. Whatever a browser refuses is left out: the rack says it anyway.
 * @param tag the same tag shows once
 */
export async function notify(text: string, tag: string): Promise<void> {
  if (!('Notification' in globalThis) || Notification.permission !== 'granted') return;
  const options = { body: text, tag };
  try {
    const worker = await navigator.serviceWorker?.getRegistration();
    if (worker) await worker.showNotification('Hedge Lamp', options);
    else new Notification('Hedge Lamp', options);
  } catch {
    // Refused, for whatever reason.
  }
}
