/** What a key on the bench can mean. */
export interface BenchActions {
  drop(): void;
  takeBack(): void;
  done(): void;
  timer(): void;
  read(): void;
  doubt(): void;
  keys(): void;
  pick(number: number): void;
}

const typing =
  'input:not([type=radio]):not([type=checkbox]):not([type=range]), textarea, select, [contenteditable]';
const pressable = 'button, a, summary, [role=button]';
const spaced = `${pressable}, input`;

/** What a key press means here; null for nothing. Keys belong to what has the focus first. */
export function meaningOf(
  event: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'repeat'>,
  focus: Pick<Element, 'matches'> | null,
): keyof BenchActions | number | null {
  if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return null;
  if (focus?.matches(typing)) return null;
  // Someone who works by Tab presses the button that has the focus, not the drop counter.
  if (event.key === ' ' && focus?.matches(spaced)) return null;
  if (event.key === 'Enter' && focus?.matches(pressable)) return null;
  if (/^[1-9]$/.test(event.key)) return Number(event.key);
  const names: Record<string, keyof BenchActions> = {
    ' ': 'drop',
    Backspace: 'takeBack',
    Enter: 'done',
    t: 'timer',
    r: 'read',
    d: 'doubt',
    '?': 'keys',
  };
  return names[event.key.length === 1 ? event.key.toLowerCase() : event.key] ?? null;
}
