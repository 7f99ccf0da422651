import type { DoughType } from '../../../formula/index.ts';

/** How bread looks and sounds when it is done, beside its core. */
export interface DoneSigns {
  readonly colour: string;
  readonly knock: string;
}

/** By type of dough. Chosen for Jovet from practice; every bakery has its own shade. */
export const DONE_SIGNS: Readonly<Record<DoughType, DoneSigns>> = {
  hearth: {
    colour: 'deep chestnut, darker along the cut',
    knock: 'hollow all over when its bottom is knocked',
  },
  baguette: { colour: 'golden brown, its tips darker', knock: 'hollow and light when its bottom is knocked' },
  durum: { colour: 'amber', knock: 'hollow when its bottom is knocked' },
  tin: { colour: 'brown on top, and golden at the sides out of the tin', knock: 'hollow out of the tin' },
  enriched: { colour: 'even chestnut without pale sides', knock: 'springs back when it is pressed' },
  laminated: { colour: 'deep golden, dry between its layers', knock: 'light in the hand for its size' },
  rye: { colour: 'dark brown', knock: 'firm, and dull rather than hollow' },
  rolls: { colour: 'golden', knock: 'light, and hollow when its bottom is knocked' },
};
