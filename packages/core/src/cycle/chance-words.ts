/** A share as people say it: "9 in 10", "56 in 100", "under 1 in 100". Never 0 or 100: no forecast is that sure. */
export function chanceWords(share: number): string {
  if (share <= 0.01) return 'under 1 in 100';
  if (share >= 0.99) return 'over 99 in 100';
  const tenths = Math.round(share * 10);
  return Math.abs(share * 10 - tenths) < 0.15 && tenths > 0 && tenths < 10
    ? `${tenths} in 10`
    : `${Math.round(share * 100)} in 100`;
}
