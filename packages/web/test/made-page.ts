import { PiniaColada } from '@pinia/colada';
import { createPinia } from 'pinia';
import { createApp, effectScope } from 'vue';

/**
 * An application that is shown nowhere: its stores are the active ones from here on.
 * @returns what opens a part of it, as a page is opened, and what leaves that part again
 */
export function openPage() {
  const app = createApp({ render: () => null })
    .use(createPinia())
    .use(PiniaColada);
  return <T>(setup: () => T): T & { readonly leave: () => void } => {
    const scope = effectScope(true);
    const made = app.runWithContext(() => scope.run(setup)!);
    return { ...made, leave: () => scope.stop() };
  };
}
