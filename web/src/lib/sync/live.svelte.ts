import { navigating } from '$app/state';
import { DEVICE } from './ask';

/** Something changed on another device (`all`: nobody knows what, there was no line until now; `cut`: there is none), or one is somewhere (`here`: `id` is who, `room` and `place` are where). */
export interface Notice {
  readonly kind: string;
  readonly id: string | null;
  readonly rev: number | null;
  readonly device: string | null;
  readonly room?: string;
  readonly place?: string;
}
type Hear = (notice: Notice) => void;

/** Who holds the one stream of a browser says so every so often, and has lost it when it was silent for longer, ms. */
const [SAY_MS, LOST_MS] = [2000, 5000] as const;
const LEASE = 'live';

/**
 * What changes on other devices. One page of a browser holds the stream for all of its pages: a browser has no more than
 * six lines to a server.
 */
class Live {
  private readonly hearers = new Map<object, Hear>();
  private pages: BroadcastChannel | null = null;
  private stream: EventSource | null = null;
  private renewed: (epoch: string) => void = () => {};
  /** There is no line to the server at the moment. */
  isCut = $state(false);

  /** @param renewed hears which life of the data the server lives @returns what ends it */
  begin(renewed: (epoch: string) => void): () => void {
    this.renewed = renewed;
    this.pages = new BroadcastChannel('live');
    this.pages.onmessage = ({ data }: MessageEvent<Notice>) => this.tell(data);
    if (!navigator.onLine) this.isCut = true;
    const hold = () => (navigator.onLine && this.holds() ? this.open() : this.close());
    hold();
    const timer = setInterval(hold, SAY_MS);
    const leave = () => {
      if (this.stream) localStorage.removeItem(LEASE);
      this.close();
    };
    // The device knows at once; a stream finds out when it is next spoken to.
    const cut = () => {
      this.isCut = true;
      leave();
    };
    addEventListener('pagehide', leave);
    addEventListener('offline', cut);
    addEventListener('online', hold);
    return () => {
      clearInterval(timer);
      removeEventListener('pagehide', leave);
      removeEventListener('offline', cut);
      removeEventListener('online', hold);
      leave();
      this.pages?.close();
    };
  }

  /** Hears what other devices did. @returns what ends it */
  listen(hear: Hear): () => void {
    const key = {};
    this.hearers.set(key, hear);
    return () => void this.hearers.delete(key);
  }

  /** Whether this page holds the stream, or takes it over. */
  private holds(): boolean {
    try {
      const { by = '', at = 0 } = JSON.parse(localStorage.getItem(LEASE) ?? '{}') as {
        by?: string;
        at?: number;
      };
      const age = Date.now() - at;
      if (by !== DEVICE && age >= 0 && age < LOST_MS) return false;
      localStorage.setItem(LEASE, JSON.stringify({ by: DEVICE, at: Date.now() }));
      return true;
    } catch {
      return true;
    }
  }

  private open(): void {
    // A stream that was refused does not begin again by itself.
    if (this.stream && this.stream.readyState !== EventSource.CLOSED) return;
    const stream = (this.stream = new EventSource('/api/v1/live'));
    const both = (notice: Notice) => {
      this.pages?.postMessage(notice);
      this.tell(notice);
    };
    stream.onmessage = ({ data }: MessageEvent<string>) => both(JSON.parse(data) as Notice);
    stream.addEventListener('epoch', ({ data }) => this.renewed(String(data)));
    const all = (kind: 'cut' | 'all') => both({ kind, id: null, rev: null, device: null });
    stream.onerror = () => this.isCut || all('cut');
    // What changed while there was no line is not known.
    stream.onopen = () => this.isCut && all('all');
  }
  private close(): void {
    this.stream?.close();
    this.stream = null;
  }
  private tell(notice: Notice): void {
    if (notice.device === DEVICE) return;
    if (notice.kind === 'cut' || notice.kind === 'all') this.isCut = notice.kind === 'cut';
    if (notice.kind === 'cut') return;
    for (const hear of this.hearers.values()) hear(notice);
  }
}

export const live = new Live();

/** Several changes at once are read at once, ms. */
const TOGETHER_MS = 60;

/**
 * Reads again what a room shows, where it changed on another device.
 *
 * @param read what is read once: changes that come meanwhile are read after it
 * @returns what ends it
 */
export function whenChanged(concerns: (notice: Notice) => boolean, read: () => Promise<unknown>): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let last: Promise<unknown> = Promise.resolve();
  // Reading again would call off the way to another room that somebody has just pressed.
  const soon = () => {
    clearTimeout(timer);
    timer = setTimeout(
      () => (navigating.to ? soon() : (last = last.then(read).catch(() => null))),
      TOGETHER_MS,
    );
  };
  const end = live.listen((notice) => {
    if (notice.kind === 'here' || (notice.kind !== 'all' && !concerns(notice))) return;
    soon();
  });
  return () => {
    end();
    clearTimeout(timer);
  };
}
