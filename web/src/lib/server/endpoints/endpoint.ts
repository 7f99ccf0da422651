import type { z } from 'zod';
import type { Problem, Result } from '@jovet/core/problem';
import type { Right } from '../../crew/rights.ts';
import type { Who } from '../crew/who.ts';
import type { Db } from '../database/connection.ts';
import type { Kept } from '../database/kept.ts';

type Fields = z.ZodObject | undefined;
type Body = z.ZodType | undefined;
type Read<S> = S extends z.ZodType ? z.output<S> : undefined;
type BodyOf<B, T> = B extends z.ZodType
  ? z.output<B> | (T extends string ? string : never)
  : T extends string
    ? string
    : undefined;

/** What an endpoint is asked: all of it is parsed. */
export interface Asked<P extends Fields, Q extends Fields, B extends Body, T extends string | undefined> {
  readonly params: Read<P>;
  readonly query: Read<Q>;
  readonly body: BodyOf<B, T>;
  readonly actor: Who;
  readonly db: Db;
  /** Nobody waits for the answer any longer. */
  readonly signal: AbortSignal;
  readonly url: URL;
  /** What the request said besides: by it who comes in is known. */
  readonly headers: Headers;
  /** Where it came from. */
  readonly address: string;
}

/** A value that nobody changes any more: what core answers with. */
export type Fixed<T> = T extends readonly (infer E)[]
  ? readonly Fixed<E>[]
  : T extends object
    ? { readonly [K in keyof T]: Fixed<T[K]> }
    : T;

/** Something that is not possible, with the status that says of what kind. */
export interface Refused {
  readonly kind: 'refused';
  readonly status?: number;
  readonly problems: readonly Problem[];
}

/** A file, or an answer with headers of its own. */
export interface Raw {
  readonly kind: 'raw';
  readonly body: string;
  readonly headers: Readonly<Record<string, string>>;
}

/** What was asked for, with headers of its own. */
export interface WithHeaders<A> {
  readonly kind: 'done';
  readonly value: A;
  readonly headers: Headers | Readonly<Record<string, string>>;
}

export type Outcome<A> = Result<A> | Kept<A, unknown> | WithHeaders<A> | Refused | Raw;

/** One thing that other programs and the rooms ask of Jovet: route, documentation and the types of clients come of it. */
export interface Endpoint<
  P extends Fields = Fields,
  Q extends Fields = Fields,
  B extends Body = Body,
  A extends z.ZodType = z.ZodType,
  T extends string | undefined = string | undefined,
> {
  /** What whoever asks must be allowed; `open`: nothing, not even to be known. */
  readonly right: Right | 'open';
  readonly summary: string;
  readonly description?: string;
  /** What stands in the address. */
  readonly params?: P;
  /** What is asked after a `?`. */
  readonly query?: Q;
  readonly body?: B;
  /** A text that may be the body, or is where no other body is named: what it is. `run` gets it as it is. */
  readonly text?: T;
  readonly answer: A;
  /** A body that is answered with the demo bakery. */
  readonly example?: unknown;
  readonly run: (
    asked: Asked<P, Q, B, T>,
  ) => Outcome<Fixed<z.input<A>>> | Promise<Outcome<Fixed<z.input<A>>>>;
}

export const endpoint = <
  A extends z.ZodType,
  P extends Fields = undefined,
  Q extends Fields = undefined,
  B extends Body = undefined,
  T extends string | undefined = undefined,
>(
  of: Endpoint<P, Q, B, A, T>,
): Endpoint<P, Q, B, A, T> => of;

/** Refuses for one reason. */
export const refused = (status: number, ...problems: readonly Problem[]): Refused => ({
  kind: 'refused',
  status,
  problems,
});
