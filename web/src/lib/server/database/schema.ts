import type { ColumnType, Generated } from 'kysely';
import type { DayInput, Customer } from '@jovet/core/plan/demand';
import type { Remedy } from '@jovet/core/plan';
import type { ShownPlan } from '@jovet/core/plan/explain';
import type { Schedule } from '@jovet/core/plan/instance';
import type { Bakehouse, Tub } from '@jovet/core/bakehouse';
import type { Mixer, MixDoc, MixReading } from '@jovet/core/mix';
import type { FormulaDoc, Ingredient, Stood } from '@jovet/core/formula';
import type { Build, Culture, Sign } from '@jovet/core/culture';
import type { Event } from '@jovet/core/run';
import type { FormulaDraft } from '@jovet/core/sheet';
import type { Right, Role } from '../../crew/rights.ts';

/** A jsonb column: read as a document, written as its text. */
type Json<T> = ColumnType<T, string, string>;
type Moment = ColumnType<Date, Date | undefined, Date>;

interface Mutable {
  rev: Generated<number>;
  updated_by: string;
  updated_at: Moment;
}

interface WrittenOnce {
  created_by: ColumnType<string, string, never>;
  created_at: ColumnType<Date, Date | undefined, never>;
}

/** What a saved plan of a day keeps beside its input: where each task stands, and what to list it by. */
export interface DayPlanDoc {
  readonly schedule: Schedule;
  readonly pieces: number;
  /** Epoch seconds. */
  readonly firstHands: number;
  readonly lastDrop: number;
  readonly handsAtPeak: number;
  readonly ovenHours: number;
  /** Remedies that were taken: they are in its input already. */
  readonly remedies: readonly Remedy[];
  /** What its doughs cost by being away from their best. */
  readonly waits: number;
  /** The dough that it is of, where it was planned by itself. */
  readonly alone?: string;
}

export interface Database {
  epoch: { single: Generated<boolean>; epoch: Generated<string> };
  bakehouse: {
    id: string;
    name: string;
    zone: string;
    mixes_rev: Generated<number>;
    events_seq: Generated<number>;
    /** It is the demo bakery: nobody has to sign in on the computer that it runs on. */
    demo: Generated<boolean>;
  } & Mutable;
  bakehouse_version: { bakehouse_id: string; n: number; doc: Json<Bakehouse> } & WrittenOnce;
  person: {
    id: string;
    bakehouse_id: string;
    name: string;
    skills: string[];
    role: Generated<Role>;
    /** The account that this person signs in with. */
    user_id: string | null;
    retired_at: Date | null;
  } & Mutable;
  account: { id: string; name: string; email: string; emailVerified: boolean };
  account_secret: {
    id: string;
    accountId: string;
    /** How it lets in: a password everywhere, a PIN on tablets of the bakery. */
    providerId: 'password' | 'pin';
    userId: string;
    password: string | null;
  };
  account_session: {
    id: string;
    userId: string;
    token: string;
    expiresAt: Date;
    bakehouseId: string;
    deviceId: string | null;
    how: 'password' | 'pin';
    createdAt: Moment;
  };
  device: {
    id: string;
    bakehouse_id: string;
    name: string;
    token_hash: string;
    enrolled_by: string;
    enrolled_at: Moment;
    removed_at: Date | null;
  };
  entry_code: { hash: string; bakehouse_id: string; lets_in: 'head' | 'device'; expires_at: Date };
  entry_try: { person_id: string; place: string; failed: number; next_at: Date };
  token: {
    id: string;
    bakehouse_id: string;
    name: string;
    hash: string;
    rights: Right[];
    created_by: string;
    created_at: Moment;
    removed_at: Date | null;
  };
  audit: {
    id: Generated<number>;
    bakehouse_id: string;
    at: Moment;
    who: string;
    person_id: string | null;
    device_id: string | null;
    what: string;
    on_what: Json<Readonly<Record<string, unknown>>>;
  };
  resource: {
    id: string;
    bakehouse_id: string;
    kind: 'mixer' | 'tub';
    slug: string;
    doc: Json<Mixer | Tub>;
    retired_at: Date | null;
  } & Mutable;
  ingredient: { id: string; bakehouse_id: string; slug: string; retired_at: Date | null } & Mutable;
  ingredient_version: {
    id: string;
    ingredient_id: string;
    n: number;
    schema: number;
    doc: Json<Ingredient>;
  } & WrittenOnce;
  formula: {
    id: string;
    bakehouse_id: string;
    slug: string;
    head_version_id: string;
    retired_at: Date | null;
    /** What a bakehouse said of it before formulas did. */
    stood: Json<Stood> | null;
  } & Mutable;
  formula_version: {
    id: string;
    formula_id: string;
    n: number;
    schema: number;
    doc: Json<FormulaDoc>;
    digest: string;
    note: string;
  } & WrittenOnce;
  formula_version_ingredient: { formula_version_id: string; ingredient_version_id: string };
  formula_search: {
    formula_version_id: string;
    bakehouse_id: string;
    derived: number;
    name: string;
    words: string;
    type: string;
    grains: string[];
    preferments: string[];
    allergens: string[];
    hydration: number;
  };
  formula_draft: {
    id: string;
    bakehouse_id: string;
    formula_id: string | null;
    person_id: string;
    base_n: number;
    rev: Generated<number>;
    doc: Json<FormulaDraft>;
    updated_at: Moment;
  };
  product: {
    id: string;
    bakehouse_id: string;
    slug: string;
    name: string;
    retired_at: Date | null;
  } & Mutable;
  product_part: { product_id: string; formula_id: string; role: 'whole'; mass: number };
  customer: {
    id: string;
    bakehouse_id: string;
    slug: string;
    doc: Json<Customer>;
    retired_at: Date | null;
  } & Mutable;
  standing_order: {
    customer_id: string;
    product_id: string;
    drop_at: string;
    weekdays: number[];
    valid_from: string | null;
    valid_to: string | null;
  } & Mutable;
  order_said: {
    local_date: string;
    customer_id: string;
    product_id: string;
    drop_at: string;
    pieces: number;
  } & Mutable;
  day_plan: {
    id: string;
    bakehouse_id: string;
    local_date: string;
    n: number;
    input: Json<DayInput>;
    input_digest: string;
    doc: Json<DayPlanDoc>;
    verdict: 'planned' | 'not-found';
    cost: number;
    chosen: boolean;
    /** What it showed when it was saved; null where it could not be read any more when this began to be kept. */
    shown: Json<ShownPlan> | null;
  } & WrittenOnce;
  found_plan: {
    bakehouse_id: string;
    local_date: string;
    input_digest: string;
    schedule: Json<Schedule>;
    cost: number;
    found_at: Moment;
  };
  mix: {
    id: string;
    bakehouse_id: string;
    local_date: string;
    place: number;
    doc: Json<MixDoc>;
    dropped_at: Date | null;
    created_at: Moment;
  } & Mutable;
  event: {
    id: string;
    bakehouse_id: string;
    seq: number;
    local_date: string | null;
    subject_kind: Event['subject']['kind'];
    subject_id: string;
    kind: Event['happened']['kind'];
    happened: Json<Event['happened']>;
    at: ColumnType<Date, Date, never>;
    recorded_at: ColumnType<Date, Date | undefined, never>;
    instrument: string;
    spot: Event['spot'];
    offset: number;
    person_id: string;
    verified: Generated<boolean>;
    device: string | null;
    skew: number;
    schema: number;
    corrects: string | null;
  };
  /** Readings of mixes, and signs of builds: events seen by what they are about. */
  reading: {
    id: string;
    mix_id: string;
    factor: string;
    value: number;
    at: Date;
    recorded_at: Date;
    instrument: string;
    spot: MixReading['spot'];
    offset: number;
    person_id: string;
    corrects: string | null;
    seq: number;
  };
  culture: {
    id: string;
    bakehouse_id: string;
    slug: string;
    doc: Json<Culture>;
    retired_at: Date | null;
  } & Mutable;
  culture_build: {
    id: string;
    culture_id: string;
    parent_build_id: string | null;
    fed_at: ColumnType<Date, Date, Date>;
    doc: Json<Build>;
    dropped_at: Date | null;
  } & Mutable;
  culture_sign: {
    id: string;
    build_id: string;
    at: Date;
    recorded_at: Date;
    sign: Sign;
    person_id: string;
    corrects: string | null;
    seq: number;
  };
}
