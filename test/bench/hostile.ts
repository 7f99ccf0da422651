import { chanceFrom } from '@jovet/core/chance';

type Schema = Readonly<Record<string, unknown>>;
interface Operation {
  readonly parameters?: readonly { readonly name: string; readonly in: string; readonly schema: Schema }[];
  readonly requestBody?: {
    readonly content: Record<string, { readonly schema: Schema; readonly example?: unknown }>;
  };
}
interface Target {
  readonly method: string;
  readonly path: string;
  readonly of: Operation;
}

/** What an attack found; each fault with what was sent. */
export interface Attacked {
  readonly sent: number;
  readonly statuses: ReadonlyMap<number, number>;
  /** Answered with 500 and above, other than 503. */
  readonly broken: readonly string[];
  /** Took longer than is allowed, or was never answered. */
  readonly slow: readonly string[];
  /** Said something of the inside. */
  readonly leaking: readonly string[];
}

/** An answer takes so long at the most, ms; a plan as long as it may be asked to. */
const LONGEST = 2000;
const LONGEST_PLAN = 18_000;
const GIVEN_UP = 20_000;
const INSIDE = /node_modules|\bat .*\.(js|ts):\d+|select .* from|postgres|ECONN|syntax error|constraint/i;

const NUMBERS = [
  0,
  -0,
  -1,
  1e-7,
  1e-300,
  1e308,
  2 ** 31,
  -(2 ** 31) - 1,
  2 ** 53,
  0.1,
  3.5,
  1e6,
  -273.2,
  86_400,
  4e12,
];
const TEXTS = [
  '', ' ', '\u0000', 'a\u0000b', '\ud800', '\udfff', '\u202e', '\ufeff', 'constructor', '__proto__', 'toString', "'; drop table event; --",
  '=1+1', '-1+cmd|x', '<script>alert(1)</script>', '${7*7}', '../../etc/passwd', '0000-00-00', '0000-01-01', '9999-12-31', '2026-02-30',
  '99:99', '24:00', '1e400', 'NaN', '٣', 'e\u0301'.repeat(50), 'x'.repeat(300), 'x'.repeat(30_000), '9'.repeat(400), '2026-03-29T01:30',
  '01890000-0000-7000-8000-000000000001', 'quay-country', 'A\nB', 'Europe/Nowhere',
]; // prettier-ignore

/**
 * Sends hostile requests to a Jovet, made by chance from its own OpenAPI document: right ones of which a few places say
 * something else, of the wrong kind, too large, too many or never heard of.
 *
 * @param seed the same requests for the same seed
 */
export async function attack(served: string, count: number, seed: number): Promise<Attacked> {
  const document = await (await fetch(`${served}/api/v1/openapi.json`)).json();
  const schemas = (document.components?.schemas ?? {}) as Record<string, Schema>;
  const targets = Object.entries(document.paths as Record<string, Record<string, Operation>>).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, of]): Target => ({ method: method.toUpperCase(), path, of })),
  );
  const chance = chanceFrom(seed);
  const statuses = new Map<number, number>();
  const [broken, slow, leaking]: string[][] = [[], [], []];
  let sent = 0;
  const worker = async () => {
    while (sent < count) {
      sent += 1;
      const target = targets[Math.floor(chance() * targets.length)];
      if (!target) return;
      const { address, init } = requestOf(target, { chance, schemas });
      const begun = performance.now();
      const words = `${target.method} ${address.slice(0, 200)} ${String(init.body ?? '').slice(0, 1500)}`;
      try {
        const answer = await fetch(served + address, { ...init, signal: AbortSignal.timeout(GIVEN_UP) });
        const text = await answer.text();
        const took = performance.now() - begun;
        statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
        if (answer.status >= 500 && answer.status !== 503) broken?.push(`${answer.status} ${words}`);
        if (took > (/^POST .*\/plan$|mishaps$/.test(`${target.method} ${target.path}`) ? LONGEST_PLAN : LONGEST)) slow?.push(`${Math.round(took)} ms ${words}`);
        if (answer.status >= 400 && INSIDE.test(text)) leaking?.push(`${text.slice(0, 200)} ${words}`);
      } catch (error) {
        if (performance.now() - begun > LONGEST) slow?.push(`${String(error)} ${String((error as Error).cause)} ${words}`);
        // What the client itself cannot send is no request.
        else if (!/Invalid|cannot|failed to parse/i.test(String(error))) broken?.push(`${String(error)} ${words}`);
      }
    }
  };
  await Promise.all(Array.from({ length: 4 }, worker));
  return { sent, statuses, broken: broken ?? [], slow: slow ?? [], leaking: leaking ?? [] };
} // prettier-ignore

interface Making {
  readonly chance: () => number;
  readonly schemas: Record<string, Schema>;
}
const pick = <T>({ chance }: Making, of: readonly T[]): T => of[Math.floor(chance() * of.length)] as T;

function requestOf({ method, path, of }: Target, making: Making): { address: string; init: RequestInit } {
  const given = (where: string) => (of.parameters ?? []).filter((each) => each.in === where);
  const value = (schema: Schema) =>
    String(making.chance() < 0.4 ? pick(making, [...TEXTS, ...NUMBERS]) : made(schema, making, 0));
  let address = path;
  for (const { name, schema } of given('path'))
    address = address.replace(`{${name}}`, encoded(value(schema).slice(0, 2000)));
  const query = given('query')
    .filter(() => making.chance() < 0.7)
    .map(({ name, schema }) => `${name}=${encoded(value(schema).slice(0, 2000))}`);
  if (query.length > 0) address += `?${query.join('&')}`;
  const content = Object.entries(of.requestBody?.content ?? {});
  if (content.length === 0) return { address, init: { method } };
  const [type, { schema, example }] = pick(making, content);
  if (!type.includes('json')) return { address, init: { method, headers: { 'content-type': type }, body: pick(making, TEXTS) } };
  const right = example !== undefined && making.chance() < 0.7 ? structuredClone(example) : made(schema, making, 0);
  const wrong = spoilt(right, making);
  return { address, init: { method, headers: { 'content-type': 'application/json' }, body: making.chance() < 0.02 ? pick(making, ['{', '', 'null', '['.repeat(50_000), '{"a":'.repeat(20_000), `[${'null,'.repeat(300_000)}null]`]) : JSON.stringify(wrong) } };
} // prettier-ignore

/** Half of a pair of surrogates has no place in an address. */
const encoded = (text: string): string => encodeURIComponent(text.replace(/[\ud800-\udfff]/g, '\ufffd'));

/** Something that a schema allows, more or less. */
function made(schema: Schema, making: Making, depth: number): unknown {
  // `true` and `false` are schemas too.
  if (typeof schema !== 'object') return null;
  const { chance, schemas } = making;
  const $ref = schema['$ref'];
  if (typeof $ref === 'string') return made(schemas[$ref.split('/').at(-1) ?? ''] ?? {}, making, depth + 1);
  if ('const' in schema) return schema['const'];
  if (Array.isArray(schema['enum'])) return pick(making, schema['enum']);
  const ways = (schema['anyOf'] ?? schema['oneOf']) as Schema[] | undefined;
  if (ways) return made(pick(making, ways), making, depth);
  if (Array.isArray(schema['allOf'])) return Object.assign({}, ...(schema['allOf'] as Schema[]).map((each) => made(each, making, depth)));
  const type = Array.isArray(schema['type']) ? pick(making, schema['type']) : schema['type'];
  const least = Number(schema['minimum'] ?? schema['exclusiveMinimum'] ?? 0);
  const most = Number(schema['maximum'] ?? schema['exclusiveMaximum'] ?? least + 100);
  switch (type) {
    case 'object': {
      const properties = Object.entries((schema['properties'] ?? {}) as Record<string, Schema>);
      const needed = (schema['required'] ?? []) as string[];
      return Object.fromEntries(
        properties.flatMap(([name, of]) => (needed.includes(name) || chance() < 0.4 ? [[name, made(of, making, depth + 1)]] : [])),
      );
    }
    case 'array': {
      const count = depth > 6 ? 0 : Math.max(Number(schema['minItems'] ?? 0), Math.floor(chance() * 4));
      return Array.from({ length: Math.min(count, 20) }, () => made((schema['items'] ?? {}) as Schema, making, depth + 1));
    }
    case 'integer':
      return Math.round(chance() < 0.3 ? pick(making, [least, most]) : least + chance() * (most - least));
    case 'number':
      return chance() < 0.3 ? pick(making, [least, most]) : least + chance() * (most - least);
    case 'boolean':
      return chance() < 0.5;
    case 'null':
      return null;
    default:
      return schema['format'] === 'date' ? '2033-05-10' : schema['format'] === 'uuid' ? '01890000-0000-7000-8000-0000000000aa' : pick(making, ['quay-country', 'Rye', '08:00', 'a', 'flour']);
  }
} // prettier-ignore

/** The same with one to three places that say something else. */
function spoilt(right: unknown, making: Making): unknown {
  let now = right;
  for (let times = 1 + Math.floor(making.chance() * 3); times > 0; times -= 1) now = spoiltOnce(now, making);
  return now;
}

function spoiltOnce(value: unknown, making: Making): unknown {
  const { chance } = making;
  const isList = Array.isArray(value);
  if (isList && value.length > 0 && chance() < 0.8) {
    // One that is there many times is a long list.
    if (chance() < 0.12) return Array.from({ length: pick(making, [60, 500, 5000]) }, () => value[0]);
    const at = Math.floor(chance() * value.length);
    return value.map((each, index) => (index === at ? spoiltOnce(each, making) : each));
  }
  if (!isList && typeof value === 'object' && value !== null && Object.keys(value).length > 0 && chance() < 0.85) {
    const at = pick(making, Object.keys(value));
    const rest = value as Record<string, unknown>;
    if (chance() < 0.06) return { ...rest, [pick(making, TEXTS)]: 1 };
    if (chance() < 0.06) return Object.fromEntries(Object.entries(rest).filter(([key]) => key !== at));
    return { ...rest, [at]: spoiltOnce(rest[at], making) };
  }
  if (typeof value === 'number' && chance() < 0.7) return chance() < 0.5 ? pick(making, NUMBERS) : value * pick(making, [1e-9, 1e-3, 0.1, -1, 10, 1000, 1e9]);
  return pick<unknown>(making, [...NUMBERS, ...TEXTS, null, true, [], {}, [[]], deep(200)]);
} // prettier-ignore

const deep = (levels: number): unknown => {
  let now: unknown = 1;
  for (let level = 0; level < levels; level += 1) now = { a: now };
  return now;
};
