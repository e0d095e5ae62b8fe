import { serverRoutes } from '@hedge-lamp/core/exchange';
import { ref } from 'vue';
import { sentenceOf } from '../wire/api-error';
import { ask } from '../wire/ask';

/** Opens made-up waters at an address of their own: what this browser keeps of the keeper's own stays apart from them. */
export function useLookRound() {
  const failure = ref('');
  const opening = ref(false);
  async function look(): Promise<void> {
    if (opening.value) return;
    opening.value = true;
    failure.value = '';
    try {
      let port: number | null = null;
      // A slow machine takes a while to make them: the server says so, or that it cannot.
      while (port === null) ({ port } = await ask(serverRoutes.lookRound));
      location.assign(`${location.protocol}//${location.hostname}:${port}/`);
    } catch (error) {
      failure.value = sentenceOf(error);
    } finally {
      opening.value = false;
    }
  }
  return { look, opening, failure };
}
