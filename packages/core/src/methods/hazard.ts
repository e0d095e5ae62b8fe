import { z } from 'zod';
import { type HazardId, hazardIds } from '../parameters';

/** What a reagent can do to somebody. All wordings: common practice; the kit's own sheet wins. */
export const HazardIdSchema = z.enum(hazardIds, {
  error: `Choose the hazard: ${hazardIds.join(', ')}.`,
});

export interface Hazard {
  readonly id: HazardId;
  readonly label: string;
  /** Said in full where it first matters in a run. */
  readonly full: string;
  /** Said after that. */
  readonly short: string;
}

export const hazards: Readonly<Record<HazardId, Hazard>> = {
  acid: {
    id: 'acid',
    label: 'Strong acid',
    full: 'Strong acid. Gloves and eye protection; rinse what it touches with plenty of water at once; away from food, children and animals. Cap, not thumb.',
    short: 'Acid: gloves and eye protection.',
  },
  caustic: {
    id: 'caustic',
    label: 'Caustic',
    full: 'Caustic: it burns skin and eyes and feels slippery while it does. Gloves and eye protection; rinse at once and long; away from food, children and animals.',
    short: 'Caustic: gloves and eye protection.',
  },
  bleach: {
    id: 'bleach',
    label: 'Bleach',
    full: 'Holds bleach: it spoils cloth and eyes, and gives off chlorine with acid. Never mix it with the acid of another kit, in a tube, a bucket or the drain.',
    short: 'Bleach: never together with acid.',
  },
  mercury: {
    id: 'mercury',
    label: 'Mercury',
    full: 'Nessler reagent holds mercury and strong caustic. Gloves and eye protection. Nothing of it goes down a drain or into soil: collect it, and the rinse water, in a marked bottle for hazardous waste.',
    short: 'Mercury: gloves; collect the waste, never the drain.',
  },
  spirit: {
    id: 'spirit',
    label: 'Spirit',
    full: 'Dye in spirit: it burns. Keep it from flames, and off skin and eyes.',
    short: 'Spirit: keep it from flames.',
  },
  powder: {
    id: 'powder',
    label: 'Powder',
    full: 'Fine powder: do not breathe it in, and wipe up what is spilled with a damp cloth. Keep it from food, children and animals.',
    short: 'Powder: do not breathe it in.',
  },
  dye: {
    id: 'dye',
    label: 'Dye',
    full: 'Dyes skin and cloth. Keep it off skin and eyes, and wash your hands after the test.',
    short: 'Dye: off skin and eyes.',
  },
};

/** What holds for every test and every kit. Common practice. */
export const generalCautions: readonly { readonly title: string; readonly text: string }[] = [
  {
    title: 'Before you open a bottle',
    text: 'Read the sheet in your own kit: it wins over everything said here. Gloves and eye protection on; food, drinks, children and animals away; a damp cloth and running water within reach.',
  },
  {
    title: 'Opening',
    text: 'Pierce a seal with the spike of its own cap, not with a knife. A tube that sticks by its cap breaks: warm the cap, twist gently, wear gloves.',
  },
  {
    title: 'While you test',
    text: 'Close a tube with its cap, never with a thumb. Tap the cap before you open it. Do not taste, sniff or pipette by mouth.',
  },
  {
    title: 'Waste',
    text: 'What was in a tube never goes back into the water, not one drop. Get rid of it by the kit’s sheet and local rules, collect what holds mercury, and do not mix the waste of two kits.',
  },
  {
    title: 'After',
    text: 'Rinse the tubes with clean water, without detergent. Cap the bottles, write the date on a new one, keep them cool, dark and locked away. Wash your hands.',
  },
  {
    title: 'What a home test cannot tell',
    text: 'Whether water is fit for people to drink: that is a certified laboratory’s work. Nothing that is not fit for food goes into a loop whose fish or plants are eaten.',
  },
  {
    title: 'Who else to ask',
    text: 'Sick fish: a vet or fish-health professional; medicines by a vet’s word. A fish kill in a stream, or a permit to sample: the local authority. If reagent was swallowed or got into eyes: rinse, and call a doctor or poison information at once, with the bottle at hand.',
  },
];
