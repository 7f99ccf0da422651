import { formatDuration, formatNumber } from '../../units/index.ts';
import { proofAt } from '../../formula/way/index.ts';
import type { DayInput } from '../demand/index.ts';
import { afterMishaps } from '../mishaps/index.ts';
import { boxAt, proofOf, remedied } from './remedied.ts';
import type { Remedy } from './remedy.ts';

/** A remedy as words on a button. */
export function remedyWords(input: DayInput, remedy: Remedy): string {
  const nameOf = (slug: string) => input.formulas.find((each) => each.slug === slug)?.formula.doc.name ?? slug;
  switch (remedy.kind) {
    case 'hands':
      return `One more pair of hands ${remedy.hand.rota[0]?.from ?? ''} to ${remedy.hand.rota[0]?.to ?? ''}`;
    case 'shift':
      return `${remedy.name} works ${remedy.from} to ${remedy.to}`;
    case 'called':
      return `${remedy.name} is called in, ${remedy.from} to ${remedy.to}`;
    case 'alone':
      return `${remedy.name} ${SKILL_WORDS[remedy.skill]} alone`;
    case 'exchange':
      return `${remedy.names[0]} and ${remedy.names[1]} change shifts`;
    case 'anywhere':
      return `${nameOf(remedy.formula)} may be made in whatever suits, not only in what its way names`;
    case 'holder': {
      const [from, to] = [remedy.from, remedy.to].map((slug) => thingName(input, slug));
      return `${nameOf(remedy.formula)} in ${to ?? ''} instead of ${from ?? ''}`;
    }
    case 'lies':
      return `${nameOf(remedy.formula)} may be baked up to ${remedy.hours} h before it is packed`;
    case 'later':
      return `${nameOf(remedy.formula)} leaves ${formatDuration(remedy.minutes * 60)} later`;
    case 'more':
      return `${remedy.count === 1 ? 'One more of the' : `${remedy.count} more`} ${remedy.name}`;
    case 'cold':
      return `${remedy.name} may proof in the cold`;
    case 'proof': {
      const doc = input.formulas.find(({ slug }) => slug === remedy.formula)?.formula.doc;
      const to = proofOf(input, doc ? proofAt(doc, doc.products[0]?.slug ?? '') : null) + remedy.by;
      if (boxAt(input.bakehouse.floor) !== null) return `The proof box stands at ${formatNumber(to, 0)} °C`;
      return `${nameOf(remedy.formula)} proofs ${remedy.by > 0 ? 'warmer' : 'colder'}, at ${formatNumber(to, 0)} °C`;
    }
    case 'lighter':
      return `${nameOf(remedy.formula)} ${formatNumber(remedy.percent, 0)} % lighter`;
    case 'fewer': {
      const [before, after] = [input, remedied(input, remedy)].map((day) => piecesOf(day, remedy.formula));
      if (after === 0) return `Leave out ${nameOf(remedy.formula)}`;
      return `${nameOf(remedy.formula)}: ${after ?? 0} pieces instead of ${before ?? 0}`;
    }
    case 'bought': {
      const pieces = afterMishaps(input).demand.reduce((sum, line) => sum + (line.formula === remedy.formula && line.product === remedy.product ? line.pieces : 0), 0);
      return `Buy in ${pieces} ${remedy.name}`;
    }
    case 'again':
      return `A second dough of ${nameOf(remedy.formula)} for the rest`;
    case 'parted':
      return `${nameOf(remedy.formula)} in ${remedy.batches} batches`;
    case 'together':
      return `One dough of ${nameOf(remedy.formula)} for all vans`;
    case 'share':
      if (remedy.percent === 0) return `${nameOf(remedy.formula)} straight, with yeast and no pre-ferment`;
      return `${nameOf(remedy.formula)} with ${formatNumber(remedy.percent, 0)} % of its pre-ferment${remedy.yeast ? ' and more yeast' : ''}`;
    case 'unpin':
      return `Stop holding the time to ${remedy.name}`;
    case 'swap':
      return `Change places: ${remedy.names[0]} and ${remedy.names[1]}`;
  }
} // prettier-ignore

const SKILL_WORDS = { mix: 'mixes', shape: 'shapes', oven: 'bakes', pack: 'packs' } as const;

const thingName = ({ bakehouse: { floor } }: DayInput, slug: string): string =>
  floor.equipment.find((thing) => thing.slug === slug)?.name ?? slug;

const piecesOf = (day: DayInput, formula: string): number =>
  afterMishaps(day).demand.reduce((sum, line) => sum + (line.formula === formula ? line.pieces : 0), 0);
