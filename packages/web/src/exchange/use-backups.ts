import { ask, askWithFile } from '../wire/ask';
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue';
import { sentenceOf } from '../wire/api-error';
import { useServerLink } from '../clock/server-link';
import { useAnswer } from '../shell/use-loaded';
import { type BackupWork, backupRoutes } from '@hedge-lamp/core/exchange';

const lookEveryMs = 400;
/** A server that begins anew on other data is back within seconds; a large file takes it longer. */
const patienceMs = 120_000;

/** The backups, what is being done about them, and the deeds of the page. Failures are told beside what was pressed. */
export function useBackups() {
  const link = useServerLink();
  const { data, error, again } = useAnswer(backupRoutes.list, () => ({}), { anew: true });
  const work = shallowRef<BackupWork | null>(null);
  /** What this page began, or saw being done: what came of the rest is old news. */
  const seen = new Set<string>();
  const failure = ref('');
  /** A file on its way to the server, in bytes. */
  const sending = ref<{ name: string; done: number; total: number } | null>(null);
  let giveUpSending = false;
  const beginsAnew = ref(false);
  let isOver = false;
  onScopeDispose(() => (isOver = true));

  const isRunning = computed(
    () => (work.value !== null && work.value.endedAt === null) || sending.value !== null,
  );
  const staged = computed(() => (work.value?.endedAt ? work.value.staged : null));

  async function follow(): Promise<void> {
    while (!isOver && work.value && work.value.endedAt === null) {
      await new Promise((resolve) => setTimeout(resolve, lookEveryMs));
      try {
        const answer = await ask(backupRoutes.work);
        work.value = answer.work;
      } catch {
        // It is asked again; the page says by itself that the server is away.
      }
    }
    await again();
  }
  let isFollowing = false;
  watch(
    data,
    (backups) => {
      if (!backups) return;
      const { work: told } = backups;
      if (told?.endedAt === null) seen.add(told.id);
      work.value = told && (told.staged || seen.has(told.id)) ? told : null;
      if (isFollowing || !backups.work || backups.work.endedAt !== null) return;
      isFollowing = true;
      void follow().finally(() => (isFollowing = false));
    },
    { immediate: true },
  );

  async function attempt(act: () => Promise<void>): Promise<void> {
    failure.value = '';
    try {
      await act();
    } catch (reason) {
      failure.value = sentenceOf(reason);
    }
    await again();
  }
  const begin = async (begun: Promise<BackupWork>): Promise<void> => void seen.add((await begun).id);
  const backUp = () => attempt(() => begin(ask(backupRoutes.backUp)));
  const check = (place: string, name: string) =>
    attempt(() => begin(ask(backupRoutes.check, { body: { place, name } })));
  const look = (place: string, name: string) =>
    attempt(() => begin(ask(backupRoutes.look, { body: { place, name } })));
  const letGo = () => attempt(async () => void (await ask(backupRoutes.letGo)));
  const throwAway = (id: string) =>
    attempt(async () => void (await ask(backupRoutes.dropAside, { params: { id } })));

  /** Sends a file in parts, then opens it. */
  const bring = (file: File) =>
    attempt(async () => {
      giveUpSending = false;
      sending.value = { name: file.name, done: 0, total: file.size };
      try {
        const { id, partBytes } = await ask(backupRoutes.beginUpload, {
          body: { name: file.name, bytes: file.size },
        });
        for (let at = 0; at < file.size; at += partBytes) {
          if (giveUpSending) return;
          const part = new Blob([file.slice(at, at + partBytes)], { type: 'application/octet-stream' });
          await askWithFile(backupRoutes.upload, { params: { id }, query: { at } }, part);
          sending.value = { name: file.name, done: Math.min(file.size, at + partBytes), total: file.size };
        }
        await begin(ask(backupRoutes.look, { body: { uploadId: id } }));
      } finally {
        sending.value = null;
      }
    });

  async function stop(): Promise<void> {
    giveUpSending = true;
    if (work.value?.endedAt === null) await attempt(async () => void (await ask(backupRoutes.stop)));
  }

  /** Waits until the server answers as one that was started anew, then shows everything afresh. */
  async function replace(send: () => Promise<unknown>): Promise<void> {
    failure.value = '';
    await link.ask();
    const before = link.boot;
    try {
      await send();
    } catch (reason) {
      failure.value = sentenceOf(reason);
      return again();
    }
    beginsAnew.value = true;
    const until = Date.now() + patienceMs;
    while (!isOver && Date.now() < until) {
      await new Promise((resolve) => setTimeout(resolve, lookEveryMs));
      await link.ask();
      if (link.reachable && link.boot !== before) return window.location.reload();
    }
    beginsAnew.value = false;
    failure.value = 'The server has not come back yet. Look where it was started; what was here is not lost.';
  }
  const restore = (id: string) => replace(() => ask(backupRoutes.restore, { body: { id } }));
  const bringBack = (id: string) => replace(() => ask(backupRoutes.bringBack, { body: { id } }));

  return {
    data,
    error,
    again,
    work,
    staged,
    sending,
    failure,
    isRunning,
    beginsAnew,
    backUp,
    check,
    look,
    letGo,
    throwAway,
    bring,
    stop,
    restore,
    bringBack,
  };
}
