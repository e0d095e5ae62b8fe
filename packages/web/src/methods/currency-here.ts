/** Currencies by region, ISO 4217, where a browser names one that is listed; from memory. Elsewhere it is typed. */
const byRegion: Readonly<Record<string, string>> = {
  ...Object.fromEntries(
    'AT BE CY DE EE ES FI FR GR HR IE IT LT LU LV MT NL PT SI SK'.split(' ').map((region) => [region, 'EUR']),
  ),
  AU: 'AUD',
  BR: 'BRL',
  CA: 'CAD',
  CH: 'CHF',
  CN: 'CNY',
  CZ: 'CZK',
  DK: 'DKK',
  GB: 'GBP',
  HU: 'HUF',
  IN: 'INR',
  JP: 'JPY',
  MX: 'MXN',
  NO: 'NOK',
  NZ: 'NZD',
  PL: 'PLN',
  SE: 'SEK',
  US: 'USD',
  ZA: 'ZAR',
};

/**
 * The currency in which a keeper buys: that of the kit noted last, else of the region of the browser; empty where that
 * names none.
 * @param kits noted so far, the newest last
 * @param language as the browser tells it, such as "en-GB"
 */
export function currencyHere(kits: readonly { readonly currency: string }[], language: string): string {
  const last = kits.findLast((k) => k.currency !== '');
  if (last) return last.currency;
  const [, region] = /-([A-Z]{2})(?:-|$)/.exec(language) ?? [];
  return (region && byRegion[region]) ?? '';
}
