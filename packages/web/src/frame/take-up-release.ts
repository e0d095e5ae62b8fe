import type { Router } from 'vue-router';
import { keptRuns } from '../bench/kept-runs';
import { useServerLink } from '../clock/server-link';
import { useOutbox } from '../offline/outbox-store';

/** The release that this page was opened with, as the build wrote it into the document; empty while developing. */
const ownRelease = (): string =>
  document.querySelector<HTMLMetaElement>('meta[name="release"]')?.content ?? '';

const triedKey = 'hedge-lamp.release-tried';
/** A device may still open the old release after it: each is tried once, so that no page opens itself for ever. */
function isFirstTry(release: string): boolean {
  try {
    if (sessionStorage.getItem(triedKey) === release) return false;
    sessionStorage.setItem(triedKey, release);
    return true;
  } catch {
    return false;
  }
}

/**
 * Opens the next page anew from the server where the server was updated since this one was opened: not while a run is live,
 * nor while something waits to be sent. A page whose files are gone with the old release is opened anew too.
 */
export function takeUpRelease(router: Router): void {
  const openAnew = (address: string): void => window.location.assign(address);

  /** A page is never left for a server that is away: it goes on, where a browser could open none. */
  async function answers(): Promise<boolean> {
    const link = useServerLink();
    await link.ask();
    return link.reachable;
  }

  router.beforeEach(async (to, from) => {
    const [own, { release }] = [ownRelease(), useServerLink()];
    const isNew = own !== '' && release !== '' && release !== own;
    if (!isNew || from.matched.length === 0 || to.path === from.path) return true;
    const isBusy = keptRuns(localStorage).length > 0 || useOutbox().entries.length > 0;
    if (isBusy || !(await answers()) || !isFirstTry(release)) return true;
    openAnew(to.fullPath);
    return false;
  });

  router.onError(async (error, to) => {
    const isGone = error instanceof TypeError && /import/i.test(error.message);
    if (!isGone || !(await answers())) return;
    if (isFirstTry(`${to.path} ${useServerLink().release}`)) openAnew(to.fullPath);
  });
}
