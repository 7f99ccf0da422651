/** What hands can be good at. Feeding, weighing and folding belong to the mix; dividing to the shaping. */
export const SKILLS = ['mix', 'shape', 'oven', 'pack'] as const;
export type Skill = (typeof SKILLS)[number];

/** How well somebody does it: by themselves, beside one who does, or not yet. */
export const SKILL_LEVELS = ['alone', 'with-help', 'learning'] as const;
export type SkillLevel = (typeof SKILL_LEVELS)[number];
