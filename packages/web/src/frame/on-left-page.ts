import { onScopeDispose } from 'vue';
import { useRouter } from 'vue-router';

/** Runs whenever one page was left for another. The first page that comes, however late, was not: what stands open stays. */
export function onLeftPage(run: () => void): void {
  const stop = useRouter().afterEach((_to, from) => {
    if (from.matched.length > 0) run();
  });
  onScopeDispose(stop);
}
