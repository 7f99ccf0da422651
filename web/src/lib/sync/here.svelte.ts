import { SvelteMap } from 'svelte/reactivity';
import { ask, DEVICE } from './ask';
import { live } from './live.svelte';

/** Another device: who is at it, in which room, at which field. */
export interface Other {
  readonly who: string;
  readonly room: string;
  readonly place: string;
}

/** It is said again so often, and one that says nothing for longer is gone, ms; and how long a field is looked at before it is said. */
const [SAY_MS, GONE_MS, CALM_MS] = [10_000, 25_000, 400] as const;

/** Where the other devices are: told by each itself, kept nowhere. */
class Here {
  private readonly others = new SvelteMap<string, Other & { readonly until: number }>();
  private room = '';
  private place = '';
  private calm: ReturnType<typeof setTimeout> | undefined;

  /** @returns what ends it */
  begin(): () => void {
    const marks = new CSSStyleSheet();
    document.adoptedStyleSheets = [...document.adoptedStyleSheets, marks];
    const end = live.listen(({ kind, device, id, room = '', place = '' }) => {
      if (kind !== 'here' || device === null) return;
      const isNew = !this.others.has(device);
      if (room === '') this.others.delete(device);
      else this.others.set(device, { who: id ?? '', room, place, until: Date.now() + GONE_MS });
      // Who has just come has not heard of this one yet.
      if (isNew && room !== '') this.soon();
      marks.replaceSync(rulesOf(this.in(this.room)));
    });
    const timer = setInterval(() => {
      for (const [device, { until }] of this.others) if (until < Date.now()) this.others.delete(device);
      marks.replaceSync(rulesOf(this.in(this.room)));
      this.say();
    }, SAY_MS);
    const focus = () => {
      const at = document.activeElement;
      this.place = at instanceof HTMLInputElement && at.closest('main') ? at.name.slice(0, 100) : '';
      this.soon();
    };
    addEventListener('focusin', focus);
    addEventListener('focusout', focus);
    const leave = () => this.say('');
    addEventListener('pagehide', leave);
    return () => {
      end();
      clearInterval(timer);
      removeEventListener('focusin', focus);
      removeEventListener('focusout', focus);
      removeEventListener('pagehide', leave);
    };
  }

  /** Says where this device is now. */
  enter(room: string): void {
    [this.room, this.place] = [room, ''];
    this.soon();
  }

  /** Who else is in a room, by the beginning of its address. */
  in = (room: string): readonly Other[] =>
    [...this.others.values()].filter((other) => other.room === room || other.room.startsWith(`${room}/`));

  private soon(): void {
    clearTimeout(this.calm);
    this.calm = setTimeout(() => this.say(), CALM_MS);
  }
  private say(room = this.room): void {
    if (live.isCut || document.hidden) return;
    void ask('POST /here', {
      body: { device: DEVICE, room: room || null, place: this.place || null },
    });
  }
}

/** Fields that others are at are marked, however often they are drawn anew. */
const rulesOf = (others: readonly Other[]): string =>
  others
    .filter(({ place }) => place !== '')
    .map(({ place }) => `main [name="${CSS.escape(place)}"] { outline: 2px dashed var(--color-tertiary-500); outline-offset: 1px; }`)
    .join('\n'); // prettier-ignore

export const here = new Here();
