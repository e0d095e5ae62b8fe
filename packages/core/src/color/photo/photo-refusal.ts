/** Why a photograph is not read. */
export type RefusalReason =
  | 'too-dark'
  | 'burned-out'
  | 'not-paper'
  | 'colored-light'
  | 'screenshot'
  | 'glare'
  | 'uneven-vial'
  | 'no-tube'
  | 'overlapping'
  | 'not-blank'
  | 'no-card'
  | 'card-askew'
  | 'other-card'
  | 'not-on-card'
  | 'no-strip'
  | 'strip-askew'
  | 'strip-turned'
  | 'uneven-pad';

export interface Refusal {
  readonly reason: RefusalReason;
  /** What was seen, and what to do. */
  readonly says: string;
}

const sentences: Readonly<Record<RefusalReason, string>> = {
  'too-dark':
    'The picture is too dark to tell colors: even the paper is nearly black. Take it in daylight or under good white light.',
  'burned-out':
    'The paper is burned out: brighter than the camera can tell, so that white is not known. Take it again with less light, or tap the paper to darken the picture.',
  'not-paper':
    'What is marked as paper is not the white of this picture. Drag its box to plain white paper, without shadow, print or edge.',
  'colored-light':
    'The light is too colored to read by: white paper shows almost none of one color. Take the picture in daylight or under white light, away from tank and plant lamps.',
  screenshot:
    'This looks like a screenshot or a drawing, not a photograph: its colors are those of a screen. Photograph the tube beside its card.',
  glare:
    'There is too much glare on the tube. Turn it or the lamp so that no bright streak lies over the water.',
  'uneven-vial':
    'The color within the box of the tube is not one color. Drag the box to the water alone, without rim, bottom, hand or background.',
  'no-tube':
    'No tube shows in its box: no edge of glass on either side. Tap the tube in the picture, or drag the box onto its water.',
  'not-blank':
    'What is marked as the blank is no tube of untreated water: it is too colored, or no glass shows. Tap the blank, or leave it out.',
  overlapping: 'Two boxes lie over each other. Drag each onto its own thing: paper, tube, card.',
  'no-card':
    'No swatches show in the box of the card: its parts all look alike. Drag it onto the swatches, from the first to the last.',
  'card-askew':
    'The box of the card does not begin and end with its swatches. Drag its edges to the first and the last swatch, and mind whether they lie in two rows. Nothing may lie over them, no hand and no shadow.',
  'other-card':
    'In this light or print the card’s colors are too far off from the card that was chosen. Check that it is the right card; then take the picture in daylight.',
  'not-on-card':
    'This is not a color of this card. Likely causes: the tube of another test, the wrong card, colored light, or a sample so strong that its color bleached: then dilute it with distilled water and test again.',
  'no-strip': 'No pads show in the box of the strip. Drag it from the first pad to the last.',
  'strip-askew':
    'Another pad lies right beyond the box of the strip, or fewer pads in it than the strip has. Drag it from the first pad to the last.',
  'strip-turned': 'It is not clear which end of the strip is its first pad. Say at which end it lies.',
  'uneven-pad': 'This pad is not of one color: it runs into its neighbor, or the box does not lie on it.',
};

export const refuse = (reason: RefusalReason): Refusal => ({ reason, says: sentences[reason] });
