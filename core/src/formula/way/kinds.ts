/** What is done to a dough or waited for, in the order of a day. */
export const STEP_KINDS = [
  'weigh', 'mix', 'rest', 'fold', 'lock-in', 'turn', 'divide', 'pre-shape', 'shape', 'assemble', 'fill', 'proof', 'score', 'dip', 'wash',
  'top', 'dock', 'stencil', 'bake', 'unmould', 'brush', 'glaze', 'syrup', 'dust', 'cover', 'cool', 'slice', 'wrap', 'freeze', 'thaw', 'pack',
] as const; // prettier-ignore
export type StepKind = (typeof STEP_KINDS)[number];

/** Kinds that a dough goes through before it is cut; all others belong to its pieces. */
export const DOUGH_KINDS = [
  'weigh',
  'mix',
  'rest',
  'fold',
  'lock-in',
  'turn',
  'divide',
] as const satisfies readonly StepKind[];
/** Kinds that pieces go through. */
export const PIECE_KINDS = STEP_KINDS.filter(
  (kind) =>
    kind === 'rest' ||
    kind === 'fold' ||
    kind === 'divide' ||
    !(DOUGH_KINDS as readonly string[]).includes(kind),
);

/** What is done to a piece shortly before it is loaded. */
export const FINISH_KINDS = ['score', 'dip', 'wash', 'top', 'dock', 'stencil'] as const;
export type FinishKind = (typeof FINISH_KINDS)[number];

/** What is done to bread once it is out of the oven. */
export const AFTER_KINDS = ['unmould', 'brush', 'glaze', 'syrup', 'dust', 'cover', 'slice', 'wrap'] as const;
export type AfterKind = (typeof AFTER_KINDS)[number];

/** Shapes that hands give a piece. */
export const SHAPES = [
  'round', 'oval', 'long', 'baguette', 'roll', 'knot', 'twist', 'crescent', 'tin', 'sheet', 'flat', 'filled',
] as const; // prettier-ignore
export type Shape = (typeof SHAPES)[number];

/** Where a dough stands: a room, the cold, a proof box, a freezer, or an oven that is not hot yet. */
export const PLACES = ['room', 'cold', 'warm', 'freezer', 'oven'] as const;
export type Place = (typeof PLACES)[number];

export const COVERS = ['open', 'cloth', 'lid'] as const;
export const FOLDS = ['stretch', 'coil', 'punch', 're-round'] as const;
export const TURNS = ['half', 'single', 'double'] as const;
/** How pieces are cut out of a sheet; a coil is a strip that is rolled up and sliced. */
export const CUTS = ['triangles', 'rectangles', 'strips', 'coils'] as const;
export type Cut = (typeof CUTS)[number];
export const TOOLS = ['hand', 'divider', 'moulder', 'sheeter'] as const;
export const SOLUTIONS = ['lye', 'brine', 'water'] as const;
