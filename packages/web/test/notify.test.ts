import { notify } from '../src/bench/notify';

/** A browser with or without a service worker, which may refuse pages their own notifications. */
function browser({ permission = 'granted', worker = false, refuses = false } = {}) {
  const shown: string[] = [];
  class Made {
    static permission = permission;
    constructor(_title: string, options: { body: string; tag: string }) {
      if (refuses) throw new TypeError('Illegal constructor');
      shown.push(`page: ${options.body} #${options.tag}`);
    }
  }
  Object.assign(globalThis, { Notification: Made });
  const registration = {
    showNotification: async (_title: string, options: { body: string; tag: string }) =>
      void shown.push(`worker: ${options.body} #${options.tag}`),
  };
  Object.defineProperty(globalThis, 'navigator', {
    configurable: true,
    value: { serviceWorker: { getRegistration: async () => (worker ? registration : undefined) } },
  });
  return shown;
}

describe('a notification', () => {
  const before = Object.getOwnPropertyDescriptor(globalThis, 'navigator');
  afterAll(() => {
    Reflect.deleteProperty(globalThis, 'navigator');
    if (before) Object.defineProperty(globalThis, 'navigator', before);
    Reflect.deleteProperty(globalThis, 'Notification');
  });

  it('is shown by the service worker where there is one, as phones ask for', async () => {
    const shown = browser({ worker: true, refuses: true });
    await notify('KH may be read now.', 'kh');
    expect(shown).toEqual(['worker: KH may be read now. #kh']);
  });
  it('is shown by the page elsewhere', async () => {
    const shown = browser();
    await notify('KH may be read now.', 'kh');
    expect(shown).toEqual(['page: KH may be read now. #kh']);
  });
  it('is left out where it is not allowed or refused, and stops nothing', async () => {
    const refused = browser({ refuses: true });
    await expect(notify('KH', 'kh')).resolves.toBeUndefined();
    const denied = browser({ permission: 'denied' });
    await notify('KH', 'kh');
    expect([refused, denied]).toEqual([[], []]);
  });
});
