import { currencyHere } from '../src/methods/currency-here';

describe('the currency of a new kit', () => {
  it('is that of the kit noted last, else of the region of the browser, else none', () => {
    expect(currencyHere([], 'en-GB')).toBe('GBP');
    expect(currencyHere([], 'de-AT')).toBe('EUR');
    expect(currencyHere([], 'zh-Hans-CN')).toBe('CNY');
    expect(currencyHere([], 'en')).toBe('');
    expect(currencyHere([], 'fr-XX')).toBe('');
    expect(currencyHere([], 'not a language')).toBe('');
    expect(currencyHere([{ currency: 'EUR' }, { currency: 'CHF' }, { currency: '' }], 'en-US')).toBe('CHF');
  });
  it.each(['EUR', 'GBP', 'USD', 'JPY', 'CHF'])('%s is one that browsers know', (code) => {
    // ISO 4217, as the platform knows it.
    expect(Intl.supportedValuesOf('currency')).toContain(code);
  });
});
