/** What hands can be good at. Feeding, weighing and folding belong to the mix; dividing to the shaping. */
export const SKILLS = ['mix', 'shape', 'oven', 'pack'] as const;
export type Skill = (typeof SKILLS)[number];
