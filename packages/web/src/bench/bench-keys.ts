/** What a key on the bench can mean. */
export interface BenchActions {
  drop(): void;
  takeBack(): void;
  done(): void;
  timer(): void;
  read(): void;
  doubt(): void;
  keys(): void;
  /** One of the answers of a question: A for the first. */
  first(): void;
  second(): void;
  third(): void;
}

const typing =
  'input:not([type=radio]):not([type=checkbox]):not([type=range]), textarea, select, [contenteditable]';
const pressable = 'button, a, summary, [role=button]';
const spaced = `${pressable}, input`;

type KeyPress = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'repeat'>;

/** True for a key pressed once by itself, and not into a field. */
const isFree = (event: KeyPress, focus: Pick<Element, 'matches'> | null): boolean =>
  !(event.ctrlKey || event.metaKey || event.altKey || event.repeat) && !focus?.matches(typing);

/** What a key press means on the bench; null for nothing. Keys belong to what has the focus first. */
export function meaningOf(
  event: KeyPress,
  focus: Pick<Element, 'matches'> | null,
): keyof BenchActions | null {
  if (!isFree(event, focus)) return null;
  // Someone who works by Tab presses the button that has the focus, not the drop counter.
  if (event.key === ' ' && focus?.matches(spaced)) return null;
  if (event.key === 'Enter' && focus?.matches(pressable)) return null;
  const names: Record<string, keyof BenchActions> = {
    ' ': 'drop',
    Backspace: 'takeBack',
    Enter: 'done',
    t: 'timer',
    r: 'read',
    d: 'doubt',
    '?': 'keys',
    a: 'first',
    b: 'second',
    c: 'third',
  };
  return names[event.key.length === 1 ? event.key.toLowerCase() : event.key] ?? null;
}

/** The number of the tube that a key picks, on any page; null where it picks none. */
export const numberPressed = (
  event: KeyPress & Pick<KeyboardEvent, 'defaultPrevented'>,
  focus: Pick<Element, 'matches'> | null,
): number | null =>
  !event.defaultPrevented && isFree(event, focus) && /^[1-9]$/.test(event.key) ? Number(event.key) : null;
