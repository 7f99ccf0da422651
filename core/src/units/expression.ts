import { bad, good, problem, type Result } from '../problem/index.ts';
import { kilograms, unitOfMass } from './mass.ts';
import { parseNumber } from './number.ts';

/** What an expression comes to: a mass in kg, or a number (of percent, where the field is one). */
export interface Amount {
  readonly value: number;
  readonly unit: 'mass' | 'number';
}

type Token =
  { readonly kind: 'amount'; readonly amount: Amount } | { readonly kind: 'sign'; readonly sign: string };

/**
 * Reads an amount as people write it in a cell: `76`, `76 %`, `850 g`, `12 + 3.5`, `2 × 340 g`, `1 kg − 150 g`.
 *
 * @returns a mass (kg) if a unit of mass stands in it, otherwise a number; or a problem with an empty path
 */
export function parseAmount(text: string): Result<Amount> {
  const tokens = tokensOf(text);
  if (!tokens.ok) return tokens;
  const reader = { tokens: tokens.value, at: 0 };
  try {
    const amount = sum(reader);
    if (reader.at < reader.tokens.length) throw new Unreadable(`“${text}” does not end where it should.`);
    if (!Number.isFinite(amount.value)) throw new Unreadable(`“${text}” has no value.`);
    if (amount.value < 0) throw new Unreadable(`“${text}” is below 0.`);
    return good(amount);
  } catch (error) {
    if (error instanceof Unreadable)
      return bad(problem('', error.message, 'Type an amount such as 76, 850 g or 12 + 3.5.'));
    throw error;
  }
}

class Unreadable extends Error {}

interface Reader {
  readonly tokens: readonly Token[];
  at: number;
}

const SIGNS: Readonly<Record<string, string>> = {
  '×': '*',
  x: '*',
  '·': '*',
  '÷': '/',
  ':': '/',
  '−': '-',
  '–': '-',
};

function tokensOf(text: string): Result<Token[]> {
  const tokens: Token[] = [];
  let rest = text.trim();
  if (rest === '') return bad(problem('', 'Nothing is entered here.', 'Type an amount such as 76 or 850 g.'));
  while (rest !== '') {
    const number = /^(\d[\d\s.,\u00a0\u202f]*|[.,]\d+)\s*([a-wyz#%]*)/i.exec(rest);
    const sign = /^[-+*/()×x·÷:−–]/i.exec(rest);
    if (number) {
      const amount = amountOf(number[1]?.trim() ?? '', number[2] ?? '');
      if (!amount.ok) return amount;
      tokens.push({ kind: 'amount', amount: amount.value });
      rest = rest.slice(number[0].length).trimStart();
    } else if (sign) {
      const raw = sign[0].toLowerCase();
      tokens.push({ kind: 'sign', sign: SIGNS[raw] ?? raw });
      rest = rest.slice(1).trimStart();
    } else {
      return bad(problem('', `“${text}” is not an amount.`, 'Type one such as 76, 850 g or 12 + 3.5.'));
    }
  }
  return good(tokens);
}

function amountOf(digits: string, word: string): Result<Amount> {
  const number = parseNumber(digits);
  if (!number.ok) return number;
  if (word === '' || word === '%') return good({ value: number.value, unit: 'number' });
  const unit = unitOfMass(word);
  if (!unit)
    return bad(problem('', `“${word}” is not a unit of mass that Jovet knows.`, 'Use %, g, kg, oz or lb.'));
  return good({ value: kilograms(number.value, unit), unit: 'mass' });
}

function sum(reader: Reader): Amount {
  let left = product(reader);
  for (let sign = next(reader, '+', '-'); sign; sign = next(reader, '+', '-')) {
    const right = product(reader);
    if (left.unit !== right.unit) throw new Unreadable('A mass and a percentage cannot be added.');
    left = { ...left, value: sign === '+' ? left.value + right.value : left.value - right.value };
  }
  return left;
}

function product(reader: Reader): Amount {
  let left = single(reader);
  for (;;) {
    const sign = next(reader, '*', '/');
    // A measure beside a measure adds up: 2 lb 3 oz.
    const beside = !sign && left.unit === 'mass' && reader.tokens[reader.at]?.kind === 'amount';
    if (!sign && !beside) return left;
    const right = single(reader);
    left = beside ? added(left, right) : sign === '*' ? times(left, right) : divided(left, right);
  }
}

function added(left: Amount, right: Amount): Amount {
  if (right.unit !== 'mass') throw new Unreadable('After a mass another unit of mass is expected.');
  return { unit: 'mass', value: left.value + right.value };
}

function times(left: Amount, right: Amount): Amount {
  if (left.unit === 'mass' && right.unit === 'mass') throw new Unreadable('Two masses cannot be multiplied.');
  return { unit: left.unit === 'mass' ? 'mass' : right.unit, value: left.value * right.value };
}

function divided(left: Amount, right: Amount): Amount {
  if (left.unit === 'number' && right.unit === 'mass')
    throw new Unreadable('A number cannot be divided by a mass.');
  return { unit: left.unit === right.unit ? 'number' : left.unit, value: left.value / right.value };
}

function single(reader: Reader): Amount {
  if (next(reader, '-')) {
    const amount = single(reader);
    return { ...amount, value: -amount.value };
  }
  if (next(reader, '(')) {
    const inner = sum(reader);
    if (!next(reader, ')')) throw new Unreadable('A bracket is not closed.');
    return inner;
  }
  const token = reader.tokens[reader.at];
  if (token?.kind !== 'amount') throw new Unreadable('An amount is missing.');
  reader.at += 1;
  return token.amount;
}

function next(reader: Reader, ...signs: readonly string[]): string | null {
  const token = reader.tokens[reader.at];
  if (token?.kind !== 'sign' || !signs.includes(token.sign)) return null;
  reader.at += 1;
  return token.sign;
}
