import type { Table } from '../../dough/index.ts';

/** So much of a resource, in its own unit. */
export interface Use {
  readonly resource: number;
  readonly amount: number;
}

/** One way to do a task: two people are quicker than one, another mixer takes another batch. */
export interface Mode {
  readonly name: string;
  readonly slots: number;
  /** 0: nobody, as for what a timer does. */
  readonly people: number;
  /** Taken while the task lasts. */
  readonly uses: readonly Use[];
  /** What goes into an oven by it; null: nothing. */
  readonly load: Load | null;
  /** The oven or mixer that it is done in, by its slug; null: in none that there is a choice of. */
  readonly thing: string | null;
  /** For choosing it. */
  readonly cost: number;
}

/** What goes into an oven: pieces of one profile. Loads of the same profile and start share its decks. */
export interface Load {
  /** Index of `ovens`. */
  readonly oven: number;
  readonly profile: number;
  /** Thousandths of a deck. */
  readonly fill: number;
  /** Slots that its decks are taken from the start of loading, until they are hot again. */
  readonly slots: number;
  /** Slots before that from which on they are taken, as while its pots get hot; negative: they are taken only so much later. */
  readonly before: number;
  /**
   * Nothing is baked: a dough stands in an oven that is just warm. Of the slots that its decks are taken, so many at first
   * they only cool, and so many at last they only get hot again: in these, another dough could stand there as well.
   */
  readonly warm?: { readonly cools: number; readonly reheats: number };
}

/** A stage of a batch: hands-on work, or something that must happen at its time. */
export interface Task {
  readonly id: string;
  readonly batch: number;
  readonly kind: string;
  /** First and last slot in which it may start. */
  readonly first: number;
  readonly last: number;
  readonly modes: readonly Mode[];
  /** What its people must be able to do; null where nobody is needed. */
  readonly skill: number | null;
  /** Slot at which it should be over; it is never later, and each slot earlier costs `early`. */
  readonly due: number | null;
  /** Where people were told that it starts; each slot away costs `told`. */
  readonly told: number | null;
}

/** A way to wait between two tasks: in the room, in the proof box, in the cold. */
export interface Way {
  readonly name: string;
  /** One table, or one for each level: how far the dough was when its bulk ended. */
  readonly tables: readonly number[];
  /** Taken from the end of the earlier task to the start of the later one. */
  readonly holds: readonly Use[];
  /** For choosing it. */
  readonly cost: number;
  /** Cost of a slot away from the best. */
  readonly weight: number;
}

export interface Arc {
  readonly from: number;
  readonly to: number;
  readonly ways: readonly Way[];
  /** Its wait decides the level of what comes after. */
  readonly levels: boolean;
}

/** A tree of tasks that is placed at once. */
export interface Batch {
  readonly id: string;
  readonly name: string;
  /** Indexes of its tasks; the first is its root. */
  readonly tasks: readonly number[];
  /** Batches that are placed before it, because it goes by them, as a soaker by the mix that needs it. */
  readonly leaders: readonly number[];
}

export interface Resource {
  readonly id: string;
  readonly name: string;
  readonly capacity: number;
  readonly unit: string;
  readonly out: readonly Out[];
}

/** So much of something is out of order: slots from, to (not included). */
export type Out = readonly [from: number, to: number, amount: number];

/** Decks that are heated together, or each by itself. */
export interface Oven {
  readonly id: string;
  readonly name: string;
  readonly decks: number;
  /** All decks share one heat: loads of different profiles are never in at one time. */
  readonly oneHeat: boolean;
  /** Heat of decks that have one each; null: nothing is known of it. */
  readonly stones: Stones | null;
  /** Slots that a gap between loads counts at most: after a longer one the oven is off, and heated up again. */
  readonly reheat: number;
  readonly out: readonly Out[];
}

export interface Person {
  readonly name: string;
  /** Bit for each skill that they have alone. */
  readonly skills: number;
  /** And for each in which they do their share beside somebody who has it. */
  readonly helps: number;
  /** On shift and not at a break: slots from, to (not included). */
  readonly free: readonly (readonly [number, number])[];
}

/** What the stones of decks that have a heat each are asked for. */
export interface Stones {
  /** By profile: °C that it is loaded at, and that its decks are set to when it is out. */
  readonly bakes: readonly { readonly at: number; readonly leaves: number }[];
  /** K that a stone cools in a slot with nothing on it. */
  readonly cooling: number;
  /** K that a stone may be hotter without harm. */
  readonly play: number;
}

/** Prices of what is not as it should be; a plan without any of it costs 0. */
export interface Weights {
  /** A slot of one person's work at night. */
  readonly night: number;
  /** A slot with the oven on and nothing in it, between loads. */
  readonly ovenIdle: number;
  /** Ten kelvin that the stone of a deck is too hot for its bread. */
  readonly hot: number;
  /** A slot that something is over before it is due. */
  readonly early: number;
  /** A slot that a task is moved from where people were told it is. */
  readonly told: number;
  /** A slot that work is begun sooner than `begin`, for each task that nothing comes before. */
  readonly begin: number;
}

/** Everything that planner, checker, exact prover and API share. All times are slots from `origin`. */
export interface Instance {
  /** Epoch seconds of slot 0. */
  readonly origin: number;
  readonly slots: number;
  readonly skills: readonly string[];
  readonly people: readonly Person[];
  readonly resources: readonly Resource[];
  readonly ovens: readonly Oven[];
  readonly tables: readonly Table[];
  readonly tasks: readonly Task[];
  readonly arcs: readonly Arc[];
  readonly batches: readonly Batch[];
  /** The day need not begin sooner: the slot in which the longest of its chains begins if each wait is as short as can be. */
  readonly begin: number;
  /** Outside the hours of the bakehouse: slots from, to (not included). */
  readonly night: readonly (readonly [number, number])[];
  readonly weights: Weights;
}

/** A task in its place. */
export interface Placed {
  readonly start: number;
  readonly mode: number;
  /** Who does it, as indexes of `people`. */
  readonly people: readonly number[];
}

/** A plan: each task in its place, null where none was found; and the way that each arc waits. */
export interface Schedule {
  readonly tasks: readonly (Placed | null)[];
  readonly ways: readonly number[];
}
