/**
 * The number of each tube, which is also its key: a tube keeps the one it got as long as its run is live; one that comes
 * takes the lowest that is free.
 * @param before the numbers given so far, by test
 * @param live the tests of all live runs, in the order of the rack
 */
export function numberedTubes(
  before: Readonly<Record<string, number>>,
  live: readonly string[],
): Record<string, number> {
  const numbers = Object.fromEntries(
    live.flatMap((id) => (before[id] === undefined ? [] : [[id, before[id]] as const])),
  );
  const taken = new Set(Object.values(numbers));
  for (const id of live) {
    if (numbers[id] !== undefined) continue;
    let free = 1;
    while (taken.has(free)) free += 1;
    numbers[id] = free;
    taken.add(free);
  }
  return numbers;
}
