import { v7 as uuid } from 'uuid';
import type { DayInput, Pin, Stand } from '@jovet/core/plan/demand';
import {
  asPlanned,
  eventsOfActual,
  newsFor,
  notDone,
  unnoted,
  type Actual,
  type Event,
} from '@jovet/core/run';
import { learnedWorkings } from '@jovet/core/learned';
import { byPrice, drawnTo, type Leaning, type OpenedDay } from '@jovet/core/plan';
import { movedTasks, orderChanges, toldOf } from '@jovet/core/plan/changes';
import { mishapWords } from '@jovet/core/plan/mishaps';
import { type PlannedDay, type ViewTask, type Why } from '@jovet/core/plan/explain';
import { stoneWorkings } from '@jovet/core/plan/explain/oven';
import type { Schedule } from '@jovet/core/plan/instance';
import type { Problem } from '@jovet/core/problem';
import type { Workings } from '@jovet/core/working';
import { formatDate, localTime } from '@jovet/core/time';
import type { PlanLine, SavedPlan } from '../../server/database/day-plan';
import { timeNow } from '../clock';
import type { MishapChoice } from '../mishap/mishap-choices';
import { beginHistory, record, undo, type History } from '../../room/history';
import { ask } from '../../sync/ask';
import {
  choiceOf,
  fromMoment,
  chosenInput,
  withHappened,
  withPin,
  withStand,
  type DayChoice,
} from './day-choice';
import type { Offer } from '@jovet/core/plan';
import type { Conflict, FromPlanner } from './messages';
import { Noted } from './noted.svelte';
import { Planner } from './planner';
import { savePlan } from './save-plan';

/** What a room gets that plans a day. */
export interface DayOf {
  readonly date: string;
  /** The day as it stands now. */
  readonly now: DayInput;
  readonly saved: SavedPlan | null;
  readonly plans: readonly PlanLine[];
  /** Why this day is open, where none was asked for. */
  readonly why: OpenedDay['why'] | null;
  /** Without a saved plan: the best that was found before for the day as it stands. */
  readonly found: Schedule | null;
  /** That one with its picture, or the first that there is, as text; null where the server has none at once. */
  readonly first: Promise<string | null>;
  readonly onopen: (date: string, anew: boolean) => void;
}

/** Seconds in which it is said what comes of what went wrong. */
const SOON = 0.6;
/** While something is dragged it is planned so often at most, ms. */
const DRAG_EVERY = 60;

/** A day being planned: what was chosen, what the planner says to it, and how it is kept. Rooms that plan share it. */
export class DayDesk {
  private readonly opened: {
    readonly input: DayInput;
    readonly schedule: Schedule | null;
    readonly remedies: DayChoice['remedies'];
  };
  history: History<DayChoice>;
  day = $state.raw<PlannedDay | null>(null);
  conflict = $state.raw<Conflict | null>(null);
  offers = $state.raw<readonly Offer[]>([]);
  problems = $state.raw<readonly Problem[]>([]);
  looking = $state<'no' | 'first' | 'better' | 'remedies' | 'beside'>('no');
  /** Plans that lean to something each, and which of them the picture shows. */
  beside = $state.raw<readonly { readonly leaning: Leaning; readonly day: PlannedDay }[]>([]);
  lookedAt = $state<Leaning | null>(null);
  rounds = $state(0);
  selected = $state<number | null>(null);
  why = $state.raw<{ task: number; why: Why } | null>(null);
  outcome = $state<string | null>(null);
  saving = $state(false);
  /** Epoch seconds as the room was opened. */
  private readonly clock = timeNow();
  /** Number of the plan as it was saved last, and when; epoch seconds. */
  savedAs = $state.raw<{ readonly n: number; readonly at: number } | null>(null);
  /** The plan as it was before something happened: what is moved is shown before it is taken. */
  before = $state.raw<PlannedDay | null>(null);
  private savedSchedule = $state.raw<Schedule | null>(null);
  /** Where people know that tasks are, since a plan was saved: what moves them costs something. */
  private known = $state.raw<DayChoice['told']>([]);
  /** Where there is no plan, the nearest one, or else the last that held, stands there pale. */
  private last = $state.raw<PlannedDay | null>(null);
  private planner: Planner | null = null;
  private dragged: { id: string; at: number } | null = null;
  private waiting = false;

  /** What the plan is of: as it was saved, until it is planned from the orders of now. */
  readonly base = $derived.by(() => (this.history.present.ofNow ? this.of().now : this.opened.input));
  /** What was noted in this room and before; what is undone is taken back. */
  readonly noted = new Noted(
    () => this.of(),
    () => this.history.present.noted,
  );
  readonly events = $derived.by(() => this.noted.events);
  readonly actuals = $derived.by(() => this.noted.actuals);
  /** What others noted that the saved plan has not seen. */
  readonly news = $derived.by(() => {
    const { saved, now } = this.of();
    return saved?.shown ? newsFor(saved.shown.view.tasks, this.opened.input.events, now.events) : [];
  });
  /** Tasks of the saved plan that should have begun, and of which nobody has said anything. */
  readonly unnoted = $derived.by(() => {
    const { saved } = this.of();
    const shown = saved?.shown;
    return shown && this.clock < shown.view.lastDrop
      ? unnoted(shown.view.tasks, this.events, this.clock)
      : [];
  });
  readonly input = $derived.by(() => chosenInput(this.base, this.knowing(this.history.present), this.events));
  readonly openedFor = $derived.by(() => this.of().why);
  /** The sums behind what is shown, by key. */
  readonly workings = $derived.by((): Workings => {
    const opened = Object.entries({ ...this.day?.costs, ...this.why?.why.workings });
    return {
      ...learnedWorkings((this.day?.input ?? this.input).learned),
      ...(this.shown?.oven ? stoneWorkings(this.shown.oven) : {}),
      ...Object.fromEntries(opened.map(([key, each]) => [key, () => each])),
    };
  });
  readonly empty = $derived(this.base.demand.every(({ pieces }) => pieces === 0));
  readonly changes = $derived.by(() => orderChanges(this.base, this.of().now));
  readonly shown = $derived(
    this.beside.find(({ leaning }) => leaning === this.lookedAt)?.day ??
      this.day ??
      this.conflict?.day ??
      this.last,
  );
  readonly unsaved = $derived(this.day !== null && this.day.schedule !== this.savedSchedule);
  /** Remedies that a saved plan took, and those since. */
  readonly taken = $derived.by(() =>
    this.history.present.ofNow
      ? this.history.present.remedies
      : [...this.opened.remedies, ...this.history.present.remedies],
  );
  readonly moved = $derived(
    this.before && this.day && this.looking === 'no' ? movedTasks(this.before.view, this.day.view) : [],
  );
  /** What stands on paper beside a plan: which it is, and of when. */
  readonly stamp = $derived.by(() => {
    if (this.unsaved || !this.savedAs) return 'not saved';
    const { date, time } = localTime(this.savedAs.at, this.of().now.bakehouse.zone);
    return `plan ${this.savedAs.n}, ${formatDate(date)} ${time}`;
  });
  readonly standing = $derived.by(() => {
    if (this.saving) return 'Saving…';
    if (this.looking === 'first')
      return `Looking for a plan…${this.rounds > 0 ? ` ${this.rounds} rounds` : ''}`;
    if (this.looking === 'better') return 'Still looking…';
    if (this.looking === 'remedies') return 'Trying remedies…';
    if (this.looking === 'beside') return 'Planning others…';
    if (this.conflict) return this.conflict.verdict === 'impossible' ? 'No plan can be' : 'No plan found';
    if (!this.day) return '';
    return this.unsaved ? 'Not saved yet' : 'Saved';
  });

  /** @param oven its plans come with what stands on which deck */
  constructor(
    private readonly of: () => DayOf,
    private readonly oven = false,
  ) {
    const { saved, now, found } = of();
    this.opened = {
      input: saved?.input ?? now,
      schedule: saved?.doc.schedule ?? found,
      remedies: saved?.doc.remedies ?? [],
    };
    this.history = $state.raw(beginHistory<DayChoice>([], choiceOf(this.opened.input)));
    this.savedSchedule = saved?.doc.schedule ?? null;
    this.savedAs = saved && { n: saved.n, at: saved.savedAt };
    // What a plan showed when it was saved is what it shows, whatever the model has become since.
    if (saved?.shown) this.day = { input: saved.input, schedule: saved.doc.schedule, ...saved.shown };
  }

  /** Begins the planner. @returns what ends it */
  begin(): () => void {
    this.planner = new Planner((message) => this.told(message), this.oven);
    if (this.opened.schedule)
      this.planner.stand(this.opened.input, this.opened.schedule, this.day?.view.tasks);
    else if (!this.empty) this.go(3, false);
    let ended = false;
    void this.of().first.then((text) => {
      if (ended) return;
      if (text !== null) this.begun(JSON.parse(text) as PlannedDay);
      // The server had no time for it: what was found before is drawn here.
      else if (!this.shown && this.looking === 'no' && !this.empty) this.go(1.5);
    });
    return () => {
      ended = true;
      this.planner?.end();
    };
  }

  /** A plan from the server stands there until the planner, which finds the same first, has woken up. */
  private begun(day: PlannedDay): void {
    if (this.day || this.conflict || this.problems.length > 0) return;
    this.day = day;
    if (this.looking === 'first') this.looking = 'better';
  }

  private knowing(choice: DayChoice): DayChoice {
    return choice.told.length > 0 ? choice : { ...choice, told: this.known };
  }

  private told(message: FromPlanner): void {
    if (message.kind === 'why') this.why = { task: message.task, why: message.why };
    else if (message.kind === 'looking') this.rounds = message.rounds;
    else if (message.kind === 'planned') {
      this.day = message.day;
      this.conflict = null;
      this.offers = [];
      this.problems = [];
      this.looking = message.settled ? 'no' : 'better';
      if (message.settled) void this.keepFound(message.day);
      this.ask();
    } else if (message.kind === 'conflict') {
      this.conflict = message.conflict;
      this.last = this.day ?? this.last;
      this.day = null;
      this.offers = [];
      this.looking = 'remedies';
    } else if (message.kind === 'remedy') this.offers = [...this.offers, message.offer].sort(byPrice);
    else if (message.kind === 'remedies-done' || message.kind === 'beside-done') this.looking = 'no';
    else if (message.kind === 'beside')
      this.beside = [...this.beside, { leaning: message.leaning, day: message.day }];
    else {
      this.problems =
        message.kind === 'problems'
          ? message.problems
          : [{ path: '', problem: 'The planner stopped.', remedy: `Plan again. (${message.text})` }];
      this.looking = 'no';
    }
  }

  go(seconds: number, keep = true): void {
    this.looking = this.day ? 'better' : 'first';
    this.outcome = null;
    this.planner?.plan(this.input, seconds, keep);
  }
  choose(next: DayChoice, place: string, seconds = 1.5): void {
    this.history = record(this.history, next, place);
    this.go(seconds);
  }
  travel(by: typeof undo<DayChoice>): void {
    const before = this.history.present.noted;
    this.history = by(this.history);
    const after = this.history.present.noted;
    this.noted.went(before, after);
    this.go(1.5);
  }
  /** What is chosen, from now on where the day has begun: what was to begin before stands. */
  private onwards(since = timeNow()): DayChoice {
    const { present } = this.history;
    const now = Math.ceil(since / 300) * 300;
    const view = this.day?.view;
    return view && now > view.firstHands && timeNow() < view.lastDrop
      ? fromMoment(present, view, now)
      : present;
  }
  /** Plans that differ for a reason beside the one that stands. */
  besides(): void {
    if (!this.day) return;
    [this.beside, this.lookedAt, this.looking] = [[], null, 'beside'];
    this.planner?.beside(chosenInput(this.base, this.knowing(this.onwards()), this.events));
  }
  /** One of them is what somebody would rather have: the goals are drawn to it, and it is gone on from. */
  rather(which: Leaning): void {
    const chosen = this.beside.find(({ leaning }) => leaning === which)?.day;
    if (!chosen) return;
    this.endBeside();
    this.planner?.stand(chosen.input, chosen.schedule, chosen.view.tasks);
    const choice = this.onwards();
    const weights = drawnTo(choice.weights, chosen.input.bakehouse.floor.weights);
    this.choose({ ...choice, weights }, `rather ${which}`);
    this.history = { ...this.history, place: null };
  }
  endBeside(): void {
    if (this.looking === 'beside') this.stop();
    [this.beside, this.lookedAt] = [[], null];
  }
  stop(): void {
    this.planner?.stop();
    this.looking = 'no';
  }
  /** From the beginning, by another chance. */
  another(): void {
    const { present } = this.history;
    this.history = record(this.history, { ...present, seed: present.seed + 1 }, 'seed');
    this.go(3, false);
  }

  select(index: number): void {
    if (this.selected === index) return;
    this.selected = index;
    this.why = null;
    this.ask();
  }
  /** What was said before stands until it is answered. */
  private ask(): void {
    if (this.selected !== null && this.day) this.planner?.why(this.selected);
  }

  /** While a piece of work is dragged the rest is planned around it, the newest place first. */
  drag(moved: Pick<ViewTask, 'id'>, at: number): void {
    this.dragged = { id: moved.id, at };
    if (this.waiting) return;
    this.waiting = true;
    setTimeout(() => {
      this.waiting = false;
      if (!this.dragged) return;
      const { id, at: wanted } = this.dragged;
      this.looking = 'better';
      const tried = this.knowing(withPin(this.history.present, id, wanted));
      this.planner?.plan(chosenInput(this.base, tried, this.events), 0.4, true, true);
    }, DRAG_EVERY);
  }
  /** What was dragged did not land: the day is planned as it was. */
  letGo(): void {
    if (!this.dragged) return;
    this.dragged = null;
    this.go(1.5);
  }
  /** Holds several tasks so many seconds from where they stand. */
  shift(tasks: readonly { id: string; start: number }[], by: number): void {
    this.hold(tasks.map(({ id, start }) => ({ task: id, at: start + by })));
  }
  /** Holds tasks at their times. */
  hold(pins: readonly Pin[]): void {
    const choice = pins.reduce((sum, { task, at }) => withPin(sum, task, at), this.history.present);
    this.choose(choice, `pin ${pins.map(({ task }) => task).join()}`);
    this.history = { ...this.history, place: null };
  }
  /** Sets a load of some tasks on other decks, or as it is laid by hand; null: as it is reckoned. */
  stand(tasks: readonly string[], stand: Omit<Stand, 'task'> | null): void {
    const [task = ''] = tasks;
    this.choose(withStand(this.history.present, tasks, stand && { task, ...stand }), `stand ${task}`);
    this.history = { ...this.history, place: null };
  }
  pin(moved: { id: string }, at: number): void {
    this.dragged = null;
    this.choose(withPin(this.history.present, moved.id, at), `pin ${moved.id}`);
    this.history = { ...this.history, place: null };
  }
  /** Pressed again before the rest is planned, it moves on from where it is held. */
  nudge(moved: { id: string; start: number }, by: number): void {
    const held = this.history.present.pins.find((each) => each.task === moved.id);
    this.pin(moved, (held?.at ?? moved.start) + by);
  }
  unpin(moved: { id: string }): void {
    this.dragged = null;
    this.choose(withPin(this.history.present, moved.id, null), `pin ${moved.id}`);
  }

  happened(actual: Actual): void {
    if (!this.day) return;
    this.before = this.day;
    this.noted.add(eventsOfActual(actual, this.of().date, uuid, this.events));
    const { view } = this.day;
    this.choose(withHappened(this.history.present, view, actual), `happened ${this.noted.count}`, 2);
  }
  /** What went wrong, since a moment: it is noted, and the day planned on from it. */
  wentWrong({ mishaps, actual }: Pick<MishapChoice, 'mishaps' | 'actual'>, at: number): void {
    if (!this.day) return;
    if (actual)
      return this.happened({ ...actual, ...this.actuals.get(actual.task), temperature: actual.temperature });
    this.before = this.day;
    const { date } = this.of();
    this.noted.add(
      mishaps.map((mishap) => this.noted.log.say({ kind: 'day', id: date }, { kind: 'mishap', mishap }, at)),
    );
    const choice = { ...this.onwards(Math.max(at, timeNow())), told: toldOf(this.day.view) };
    this.choose({ ...choice, noted: this.noted.count }, `went wrong ${this.noted.count}`, SOON);
  }
  /** All that went wrong on this day, in words. */
  readonly mishaps = $derived.by(() =>
    this.noted.mishaps.map((each) => ({ id: each.id, words: mishapWords(this.input, each) })),
  );
  /** Something did not go wrong after all: the day is planned on without it. */
  notSo(id: string): void {
    const event = this.events.find((each) => each.id === id);
    if (!event) return;
    this.before = this.day;
    this.noted.log.takeBack([event]);
    this.choose(this.onwards(), `not so ${id}`, SOON);
  }
  /** What went wrong since the plan that is gone on from, in words. */
  readonly wrong = $derived.by((): readonly string[] => {
    const before = (this.before?.input.events ?? this.opened.input.events).map(({ id }) => id);
    const since = this.mishaps.filter(({ id }) => !before.includes(id));
    return since.map(({ words }) => words);
  });
  /** Tasks went as they were planned: nothing has to be planned anew. */
  wentAsPlanned(tasks: readonly ViewTask[]): void {
    this.noteOnly(asPlanned(tasks, this.of().date, uuid), 'as planned');
  }
  /** How warm the core of a load was, so many minutes after it went in: known, and nothing is planned anew. */
  core(task: string, celsius: number, minutes: number): void {
    const subject = { kind: 'task' as const, id: task };
    const loaded = Math.round(timeNow() - minutes * 60);
    const reading = { kind: 'reading', quantity: 'temperature', of: 'core', value: celsius } as const;
    this.noteOnly(
      [
        ...(this.actuals.has(task) ? [] : [this.noted.log.say(subject, { kind: 'began' }, loaded)]),
        this.noted.log.say(subject, reading),
      ],
      'core',
    );
  }
  private noteOnly(events: readonly Event[], place: string): void {
    this.noted.add(events);
    this.history = record(this.history, { ...this.history.present, noted: this.noted.count }, place);
  }
  /** A task was not done when it was to be: it is planned from now on. */
  notDone(task: ViewTask): void {
    if (!this.day) return;
    this.before = this.day;
    this.noted.add([notDone(task.id, this.of().date, uuid(), Math.floor(this.clock))]);
    const now = Math.ceil(this.clock / 300) * 300;
    const choice = fromMoment(this.history.present, this.day.view, now);
    this.choose({ ...choice, noted: this.noted.count }, `not done ${task.id}`, 2);
  }
  takeBack(): void {
    this.before = null;
    this.travel(undo);
  }

  /** Saves the plan unless it is. @returns whether it is saved now */
  async save(): Promise<boolean> {
    if (!this.unsaved) return this.savedAs !== null;
    if (!this.day || this.saving) return false;
    // What is saved is what stands there: nothing better comes in its place meanwhile.
    this.stop();
    this.saving = true;
    const { date, plans, onopen } = this.of();
    const { schedule, view } = this.day;
    const answer = await savePlan(date, plans[0]?.n ?? 0, this.taken, this.day);
    this.saving = false;
    if (answer.kind === 'done') {
      this.savedSchedule = schedule;
      this.savedAs = { n: answer.value.n, at: timeNow() };
      this.known = toldOf(view);
      onopen(date, false);
      return true;
    }
    this.fail(answer.problems);
    return false;
  }
  /** @returns whether it is open */
  async open(n: number): Promise<boolean> {
    const { date, saved, onopen } = this.of();
    const answer = await ask('PATCH /plans/{date}', { params: { date }, body: { n, was: saved?.n ?? 0 } });
    if (answer.kind === 'done') onopen(date, true);
    else this.fail(answer.problems);
    return answer.kind === 'done';
  }
  /** The best that was found for a day as it stands is shown again when it is opened the next time. */
  private async keepFound({ schedule }: PlannedDay): Promise<void> {
    const { date, saved } = this.of();
    if (saved || this.history.past.length > 0) return;
    await ask('PUT /plans/{date}/found', { params: { date }, body: { schedule } });
  }
  private fail(problems: readonly Problem[]): void {
    this.outcome = problems.map(({ problem, remedy }) => `${problem} ${remedy}`).join(' ');
  }
}
