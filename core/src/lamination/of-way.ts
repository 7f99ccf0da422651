import type { Formula, FormulaDoc, PieceOrder } from '../formula/index.ts';
import { foldedIn } from '../formula/scale/index.ts';
import { firstOf, piecesOf, type Step } from '../formula/way/index.ts';
import { blockOf, passes, turned } from './block.ts';
import { cutPlan, type CutPlan } from './cut-plan.ts';
import { DENSITY, densityOf, layersOf, layerThickness, sheetLength, type Laminate } from './sheet.ts';
import { plasticOf, sheetHeat } from './warming.ts';

/** m that a sheet is long at most, kg that one weighs where nothing is cut out of it, and m it is wide then. House. */
const [LONGEST, HEAVIEST, WIDE] = [3, 8, 0.6] as const;
/** Percent of the next dough that may be trim of the last one. Dough-way section 4, default. */
const AGAIN = 10;

/** A sheet of its own that lies on top: another dough of the formula. */
export interface TopSheet {
  readonly dough: string;
  /** kg on one sheet, and mm. */
  readonly kilograms: number;
  readonly thickness: number;
}

/** The sheets that a product is cut out of, and what is left of them. */
export interface ProductSheets {
  readonly product: string;
  readonly name: string;
  readonly pieces: number;
  readonly sheets: number;
  /** Of one sheet, without what lies on top; null: its way does not say how it is cut. */
  readonly plan: CutPlan | null;
  readonly top: TopSheet | null;
  /** kg of all that is left, and of it that the next dough of this size may take. */
  readonly trim: number;
  readonly again: number;
  /** Percent of the dough that its trim needs, as the process loss counts it. */
  readonly share: number;
}

/** A sheet as its lock-in or one of its turns leaves it. */
export interface SheetAtStep {
  readonly step: number;
  readonly slug: string;
  readonly of: Laminate;
  readonly layers: { readonly fat: number; readonly all: number };
  /** mm as it comes, after each pass, and as it lies folded then. */
  readonly from: number;
  readonly passes: readonly number[];
  readonly folded: number;
  /** mm of one layer of fat and of dough as it is rolled out. */
  readonly each: { readonly fat: number; readonly dough: number };
  /** m that it is rolled long, so wide. */
  readonly length: number;
  readonly width: number;
}

/** How a laminated dough is rolled and cut, sheet by sheet. */
export interface Rolling {
  /** One sheet, kg, and how many there are. */
  readonly of: Laminate;
  readonly sheets: number;
  readonly fat: string;
  /** °C within which its fat can be rolled. */
  readonly plastic: { readonly from: number; readonly to: number };
  readonly block: ReturnType<typeof blockOf>;
  readonly steps: readonly SheetAtStep[];
  /** mm after each pass of the last rolling, to what is cut; for each product. */
  readonly last: readonly (readonly number[])[];
  readonly products: readonly ProductSheets[];
}

/**
 * From the pieces that are wanted to dough and fat, block, passes, turns, sheets and cuts.
 *
 * @param order pieces of each product; what is not wanted has no sheet
 * @returns null for a dough into which no fat is folded, or of which nothing is wanted
 *
 * @example
 * const order = [{ product: 'butter-crescent', pieces: 80, scaledWeight: 0.066 }];
 * const rolling = rollingOf(demoFormula('butter-crescents'), order);
 * assert.equal(rolling?.steps.at(-1)?.layers.fat, 12);
 */
export function rollingOf(formula: Formula, order: readonly PieceOrder[]): Rolling | null {
  const { doc, ingredients } = formula;
  const [folded] = foldedIn(doc);
  const share = foldedIn(doc).reduce((sum, { perKilogram }) => sum + perKilogram, 0);
  const wanted = order.filter(({ pieces }) => pieces > 0);
  if (!folded || share <= 0 || wanted.length === 0 || !doc.way.some(({ kind }) => kind === 'lock-in')) return null;
  const products = wanted.map((line) => sheetsOf(formula, line, share));
  const sheets = products.reduce((sum, each) => sum + each.sheets, 0);
  const kilograms = products.reduce((sum, { laminated }) => sum + laminated, 0) / sheets;
  const of = { dough: kilograms / (1 + share), fat: (kilograms * share) / (1 + share) };
  const fat = ingredients.find(({ slug }) => slug === folded.ingredient);
  const width = Math.max(0, ...products.map(({ plan }) => plan?.width ?? 0)) || WIDE;
  const steps = stepsOf(doc.way, of, width);
  const lies = steps.at(-1)?.folded ?? 0;
  return {
    of, sheets, fat: fat?.name ?? folded.ingredient, plastic: plasticOf(fat ?? null),
    block: blockOf(of, firstOf(doc.way, 'lock-in')?.layers ?? 1), steps,
    last: products.map(({ plan }) => (plan ? passes(lies, plan.thickness) : [])),
    products,
  };
} // prettier-ignore

/** J that a square metre of the sheet takes for a degree, as it lies folded after a lock-in or a turn, by its slug. */
export function lyingHeats(doc: Pick<FormulaDoc, 'coatings' | 'way'>): ReadonlyMap<string, number> {
  const of = { dough: 1, fat: foldedIn(doc).reduce((sum, { perKilogram }) => sum + perKilogram, 0) };
  return new Map(stepsOf(doc.way, of, WIDE).map(({ slug, folded }) => [slug, sheetHeat(of, folded)]));
}

/** Each lock-in and turn of a way, one after the other. */
function stepsOf(way: readonly Step[], of: Laminate, width: number): SheetAtStep[] {
  let [lies, locked] = [0, 1];
  const turns: Extract<Step, { kind: 'turn' }>['turn'][] = [];
  return way.flatMap((step, index): SheetAtStep[] => {
    if (step.kind !== 'lock-in' && step.kind !== 'turn') return [];
    if (step.kind === 'lock-in') [locked, lies] = [step.layers, blockOf(of, step.layers).packet];
    else turns.push(step.turn);
    const from = lies;
    const layers = layersOf(locked, turns);
    const { rolled, folded } =
      step.kind === 'turn'
        ? turned(step.turn, step.thickness)
        : { rolled: step.thickness ?? from, folded: step.thickness ?? from };
    lies = folded;
    const before = step.kind === 'turn' ? layersOf(locked, turns.slice(0, -1)) : layers;
    return [
      {
        step: index, slug: step.slug, of, layers, from, passes: passes(from, rolled), folded,
        each: layerThickness(of, before, rolled), length: sheetLength(of, width, rolled), width,
      },
    ];
  });
} // prettier-ignore

/** The sheets of one product, equal ones, as many as none is too long. @param folded kg of fat for a kg of dough */
function sheetsOf(formula: Formula, line: PieceOrder, folded: number): ProductSheets & { laminated: number } {
  const { doc } = formula;
  const product = doc.products.find(({ slug }) => slug === line.product);
  const { cut = null, base = null, height = null, beside = 1 } = firstOf(piecesOf(doc, line.product), 'shape') ?? {};
  const colour = product?.parts.find(({ dough, role }) => role === 'wrapper' && dough !== 'base');
  const own = line.scaledWeight * (1 - (colour?.percent ?? 0) / 100 + folded);
  const about = { product: line.product, name: product?.name ?? line.product, pieces: line.pieces };
  if (cut === null || base === null || height === null) {
    const laminated = line.pieces * own;
    return { ...about, sheets: Math.ceil(laminated / HEAVIEST - 1e-9), plan: null, top: null, trim: 0, again: 0, share: 0, laminated };
  }
  const density = densityOf({ dough: own - folded * line.scaledWeight, fat: folded * line.scaledWeight });
  const planFor = (pieces: number) => cutPlan({ cut, pieces, mass: own, base, height, strips: beside }, density);
  const sheets = Math.max(1, Math.ceil(planFor(line.pieces).length / LONGEST - 1e-9));
  const plan = planFor(Math.ceil(line.pieces / sheets));
  const laminated = plan.kilograms * sheets;
  const trim = laminated - line.pieces * own;
  return {
    ...about, sheets, plan, top: colour ? topOf(doc, colour, line, plan) : null, trim,
    again: Math.min(trim, (laminated * AGAIN) / 100), share: laminated > 0 ? (100 * trim) / laminated : 0, laminated,
  };
} // prettier-ignore

/** The coloured dough that lies on a sheet, as large as that. */
function topOf(
  { branches }: Formula['doc'],
  { dough, percent }: { readonly dough: string; readonly percent: number },
  { scaledWeight }: PieceOrder,
  { pieces, width, length, kilograms, trim }: CutPlan,
): TopSheet {
  const each = (scaledWeight * percent) / 100;
  // Its own share of trim: it is cut with what lies under it.
  const mass = each * pieces * (kilograms / (kilograms - trim));
  const name = branches.find(({ slug }) => slug === dough)?.name ?? dough;
  return { dough: name, kilograms: mass, thickness: (mass / DENSITY.dough / (width * length)) * 1000 };
}
