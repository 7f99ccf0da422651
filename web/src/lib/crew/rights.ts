/** What somebody in a bakery is, for what he or she may do in Jovet. */
export const ROLES = ['head', 'baker', 'oven', 'office', 'trainee', 'wall'] as const;
export type Role = (typeof ROLES)[number];

/**
 * What may be done. `read`: look and compute; `note`: what happens on the floor; `order`: orders and customers; `plan`: the
 * plan of a day; `formulate`: formulas, ingredients and cultures; `lead`: the bakehouse, files in and out; `crew`: who may
 * what, devices, and who did what.
 */
export const RIGHTS = ['read', 'note', 'order', 'plan', 'formulate', 'lead', 'crew'] as const;
export type Right = (typeof RIGHTS)[number];

/** The one table of who may what. Which right something needs is said by its endpoint. */
export const RIGHTS_OF: Readonly<Record<Role, readonly Right[]>> = {
  head: RIGHTS,
  baker: ['read', 'note', 'order', 'plan', 'formulate'],
  oven: ['read', 'note', 'plan'],
  office: ['read', 'order'],
  trainee: ['read', 'note'],
  wall: ['read'],
};

export const ROLE_WORDS: Readonly<Record<Role, { readonly name: string; readonly may: string }>> = {
  head: { name: 'Head baker', may: 'everything, and says who may what' },
  baker: { name: 'Baker', may: 'works the floor, plans, orders, changes formulas' },
  oven: { name: 'Oven', may: 'works the floor, moves and saves the plan' },
  office: { name: 'Office', may: 'orders and customers' },
  trainee: { name: 'Trainee', may: 'works the floor' },
  wall: { name: 'Wall', may: 'a screen that only shows' },
};

export const RIGHT_WORDS: Readonly<Record<Right, string>> = {
  read: 'look at everything',
  note: 'note what happens on the floor',
  order: 'change orders and customers',
  plan: 'change the plan of a day',
  formulate: 'change formulas, ingredients and cultures',
  lead: 'change the bakehouse, and bring files in',
  crew: 'say who may what',
};
