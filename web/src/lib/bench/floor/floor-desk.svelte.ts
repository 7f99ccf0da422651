import {
  movedTasks,
  movesSentence,
  partings,
  partingWords,
  piecesChanged,
  toldOf,
  whyLonger,
} from '@jovet/core/plan/changes';
import { type PlannedDay, type Why } from '@jovet/core/plan/explain';
import { mishapWords } from '@jovet/core/plan/mishaps';
import { actualsOf, mishapsOf, newsFor, together, type Event } from '@jovet/core/run';
import type { Problem } from '@jovet/core/problem';
import { timeNow } from '../clock';
import type { DayOf } from '../day/desk.svelte';
import type { FromPlanner } from '../day/messages';
import { Planner } from '../day/planner';
import { savePlan } from '../day/save-plan';
import { EventLog } from '../../sync/event-log.svelte';

/** What happened asks for another plan: what that moves, or why there is none. */
interface Asked {
  readonly sentences: readonly string[];
  /** null: nothing holds any more. */
  readonly day: PlannedDay | null;
}

/** Seconds that the rest of the day is planned for after something happened. */
const LOOK = 1;
/** Seconds that a first plan is made better for, where it is looked for at all. */
const FIRST = 1.5;

/** A day being worked: the plan that people go by, what happened, and what that makes of the rest. */
export class FloorDesk {
  /** The plan that people go by. */
  plan = $state.raw<PlannedDay | null>(null);
  /** The same day by what happened: when its doughs will be ready. */
  forecast = $state.raw<PlannedDay | null>(null);
  asked = $state.raw<Asked | null>(null);
  now = $state(timeNow());
  why = $state.raw<{ readonly task: string; readonly why: Why } | null>(null);
  planning = $state(false);
  saving = $state(false);
  problems = $state.raw<readonly Problem[]>([]);
  readonly log: EventLog;
  /** Number of the newest plan of the day, and whether the one that people go by is kept. */
  private newest: number;
  /** Number of the plan that people go by; 0: it is kept by nobody. */
  private going: number;
  private kept: boolean;
  private planner: Planner | null = null;
  private wanted: string | null = null;

  /** What happened so far: also what others noted until the room was opened. */
  readonly events = $derived.by(() => together(this.of().now.events, this.log.events));

  /** @param words how times and temperatures are written */
  constructor(
    private readonly of: () => DayOf,
    private readonly words: {
      readonly clock: (at: number) => string;
      readonly heat: (celsius: number) => string;
    },
  ) {
    const { saved, plans } = of();
    this.log = new EventLog(() => this.of().date);
    this.newest = plans[0]?.n ?? 0;
    this.going = saved?.n ?? 0;
    this.kept = saved !== null;
    if (saved?.shown) this.plan = { input: saved.input, schedule: saved.doc.schedule, ...saved.shown };
  }

  /** Begins the planner and the clock. @returns what ends them */
  begin(): () => void {
    this.planner = new Planner((message) => this.told(message), false);
    const tick = setInterval(() => (this.now = timeNow()), 1000);
    let ended = false;
    if (this.plan) this.stand(this.plan);
    else
      void this.of().first.then((text) => {
        if (ended) return;
        if (text !== null) this.goBy(JSON.parse(text) as PlannedDay);
        else if (!this.kept) this.findFirst();
      });
    return () => {
      ended = true;
      clearInterval(tick);
      this.planner?.end();
    };
  }

  /** The server had no time for a plan: what was found before is drawn here, or the first that there is. */
  private findFirst(): void {
    const { now, found } = this.of();
    if (now.demand.every(({ pieces }) => pieces === 0)) return;
    this.planning = true;
    if (found) this.planner?.stand(now, found);
    this.planner?.plan(now, FIRST, true);
  }

  private goBy(plan: PlannedDay): void {
    this.plan = plan;
    this.stand(plan);
  }

  /** Goes by a plan from now on. */
  private stand(plan: PlannedDay): void {
    this.planner?.stand(plan.input, plan.schedule, plan.view.tasks);
    this.forecast = plan;
    this.asked = null;
    // A plan of before there was a floor does not tell what rises.
    if (this.news.length > 0 || !plan.rising) this.look();
  }

  private get news(): readonly Event[] {
    return this.plan ? newsFor(this.plan.view.tasks, this.plan.input.events, this.events) : [];
  }

  /** What went wrong that the plan does not know of yet, in words. */
  private get wrong(): string[] {
    const { plan } = this;
    const day = plan && { ...plan.input, told: toldOf(plan.view) };
    return day ? mishapsOf(this.news).map((each) => mishapWords(day, each)) : [];
  }

  /** Plans the rest of the day from what happened. */
  private look(): void {
    const { plan } = this;
    if (!plan) return;
    this.planning = true;
    const now = Math.ceil(timeNow() / 300) * 300;
    const told = toldOf(plan.view);
    const begun = now > plan.view.firstHands;
    const input = { ...plan.input, events: [...this.events], now: begun ? now : plan.input.now, told };
    this.planner?.plan(input, LOOK, true, true);
  }

  private told(message: FromPlanner): void {
    if (message.kind === 'why') {
      const task = this.plan?.view.tasks.find(({ index }) => index === message.task);
      if (task && task.id === this.wanted) this.why = { task: task.id, why: message.why };
    } else if (message.kind === 'planned' && !this.plan) {
      // The very first: it is the same on each tablet.
      this.planning = false;
      this.goBy(message.day);
    } else if (message.kind === 'planned') {
      this.forecast = message.day;
      this.problems = [];
      if (message.settled) this.settled(message.day);
    } else if (message.kind === 'conflict') {
      this.planning = false;
      this.forecast = message.conflict.day ?? this.forecast;
      this.asked = { sentences: [...this.wrong, 'The rest of the day cannot be done as it is.', ...message.conflict.sentences.slice(0, 2)], day: null };
    } else if (message.kind === 'problems') {
      this.planning = false;
      this.problems = message.problems;
    } else if (message.kind === 'failed') {
      this.planning = false;
      this.problems = [{ path: '', problem: 'The planner stopped.', remedy: `Open the room anew. (${message.text})` }];
    }
  } // prettier-ignore

  private settled(day: PlannedDay): void {
    this.planning = false;
    const { plan } = this;
    if (!plan || this.news.length === 0) return;
    const moved = movedTasks(plan.view, day.view);
    const pieces = [
      ...partingWords(partings(plan.view.tasks, day.view.tasks)),
      ...piecesChanged(plan.view, day.view),
    ];
    const reasons = [
      ...this.wrong,
      ...whyLonger(plan.view, day.view, actualsOf(this.events).values(), this.words.heat),
    ];
    this.asked =
      moved.length + pieces.length + this.wrong.length > 0
        ? { sentences: [...reasons, ...pieces, movesSentence(moved, this.words.clock)], day }
        : null;
  }

  /** Asks what holds a task and what it is done with. */
  ask(id: string): void {
    if (this.wanted === id && this.why?.task === id) return;
    this.wanted = id;
    this.why = null;
    const task = this.plan?.view.tasks.find((each) => each.id === id);
    if (task) this.planner?.why(task.index);
  }

  /** Notes what happened; the rest of the day is planned from it. */
  async note(events: readonly Event[]): Promise<void> {
    this.log.note(events);
    // What is worked from is kept, so that all tablets and papers go by the same.
    if (!this.kept && this.plan) await this.save(this.plan);
    this.look();
  }

  /** On another device something was noted, or a plan was kept: all go by the same. */
  heard(): void {
    const { saved, plans } = this.of();
    this.newest = Math.max(this.newest, plans[0]?.n ?? 0);
    if (saved?.shown && saved.n > this.going) {
      this.going = saved.n;
      this.kept = true;
      this.goBy({ input: saved.input, schedule: saved.doc.schedule, ...saved.shown });
    } else if (this.news.length > 0) this.look();
  }

  takeBack(events: readonly Event[]): void {
    this.log.takeBack(events);
    this.look();
  }

  /** Goes by the plan that what happened asks for. */
  async take(): Promise<void> {
    const day = this.asked?.day;
    if (!day || !(await this.save(day))) return;
    this.goBy(day);
  }

  leave(): void {
    this.asked = null;
  }

  private async save(day: PlannedDay): Promise<boolean> {
    this.saving = true;
    const { date, saved } = this.of();
    const answer = await savePlan(date, this.newest, saved?.doc.remedies ?? [], day);
    this.saving = false;
    if (answer.kind !== 'done') {
      this.problems = answer.problems;
      return false;
    }
    this.newest = this.going = answer.value.n;
    return (this.kept = true);
  }
}
